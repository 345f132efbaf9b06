import { removeContest } from "@/server/contest/definitions";
import { answer, route } from "@/server/route";

export const DELETE = route(({ context, path }) => answer(removeContest(context, path.tag ?? "")));
