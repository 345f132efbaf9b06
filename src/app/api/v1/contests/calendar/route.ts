import * as contest from "@/core/contract/endpoints/contest";
import { calendarAnswer, takeCalendar } from "@/server/contest/calendarFile";
import { serve, write } from "@/server/route";

export const GET = serve(contest.calendarFile, ({ context }) => calendarAnswer(context));

export const POST = write(contest.takeCalendar, ({ context, body }) => takeCalendar(context, body.text));
