import { removeContest } from "@/server/contest/definitions";
import { answer, writing } from "@/server/route";

export const DELETE = writing(({ context, path }) => answer(removeContest(context, path.tag ?? "")));
