import { seatPosition } from "@/server/contest/positions";
import { answerList, writing } from "@/server/route";

export const PUT = writing(({ context, id, path, body }) =>
  answerList(seatPosition(context, id("entryId"), path.position ?? "", body())),
);
