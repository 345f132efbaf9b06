import * as contest from "@/core/contract/endpoints/contest";
import { forgetAnnounced } from "@/server/contest/calendarFile";
import { write } from "@/server/route";

export const DELETE = write(contest.forgetAnnounced, ({ context, params }) =>
  forgetAnnounced(context, params.announcedId),
);
