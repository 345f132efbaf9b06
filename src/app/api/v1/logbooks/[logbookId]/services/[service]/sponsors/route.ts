import * as identities from "@/core/contract/endpoints/identities";
import { accountOf } from "@/server/identity/account";
import { readySponsors } from "@/server/identity/pursue";
import { serve } from "@/server/route";

export const GET = serve(identities.sponsors, ({ context, runtime, params }) =>
  readySponsors(accountOf(context, runtime.config.services, params)),
);
