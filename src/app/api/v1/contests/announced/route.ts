import * as contest from "@/core/contract/endpoints/contest";
import { listAnnounced } from "@/server/contest/calendarFile";
import { done } from "@/server/problem";
import { serve } from "@/server/route";

export const GET = serve(contest.announced, ({ context }) => done(listAnnounced(context)));
