import { seatPosition } from "@/server/contest/positions";
import { answerList, route } from "@/server/route";

export const PUT = route(async ({ context, id, path, json }) =>
  answerList(seatPosition(context, id("entryId"), path.position ?? "", await json())),
);
