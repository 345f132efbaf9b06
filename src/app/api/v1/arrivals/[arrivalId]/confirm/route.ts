import * as arrivals from "@/core/contract/endpoints/arrivals";
import { confirmArrival } from "@/server/links/arrivals";
import { write } from "@/server/route";

export const POST = write(arrivals.confirmArrival, ({ context, params, body }) =>
  confirmArrival(context, params.arrivalId, body),
);
