import { type MessagePiece, type MessageSet, usualMessages } from "../contest";
import type { ModeGroup } from "../band";

const w = (words: string): MessagePiece => ({ words });
const p = (piece: string): MessagePiece => ({ piece });

/** What is sent where there is no contest. */
const PLAIN: Pick<MessageSet, "run" | "search"> = {
  run: [
    { id: "call", label: "Call", moment: "call", pieces: [w("CQ CQ DE"), p("myCall"), p("myCall"), w("K")] },
    { id: "exchange", label: "Report", moment: "exchange", pieces: [p("theirCall"), w("UR"), p("exchange")] },
    { id: "thanks", label: "Thanks", moment: "thanks", pieces: [w("TU 73"), p("myCall")] },
    { id: "again", label: "Again?", moment: "again", pieces: [w("AGN")] },
    { id: "theirs", label: "Their call", moment: "extra", pieces: [p("theirCall")] },
  ],
  search: [
    { id: "answer", label: "My call", moment: "answer", pieces: [p("myCall")] },
    { id: "exchange", label: "Report", moment: "exchange", pieces: [w("R UR"), p("exchange")] },
    { id: "thanks", label: "Thanks", moment: "thanks", pieces: [w("TU 73")] },
    { id: "again", label: "Again?", moment: "again", pieces: [w("AGN?")] },
  ],
};

/** The messages that one practises with: those of a contest, or of none. */
export function practiceMessages(contest: string | null, group: ModeGroup): MessageSet {
  const usual = usualMessages(group);
  return contest === null ? { ...usual, ...PLAIN } : usual;
}
