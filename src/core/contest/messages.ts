import { z } from "zod";
import type { ModeGroup } from "../band";
import { partsOf } from "./exchange";
import type { Rules } from "./rules";

/** Facts that a message can name, besides the parts of the exchange. */
const PIECES = {
  theirCall: "Their call",
  myCall: "My call",
  exchange: "Whole exchange",
  theirName: "Their name",
  operator: "Operator",
} as const;
const PART_PIECE = /^part:[a-z][a-zA-Z0-9]{0,30}$/;

/** A message is a row of words and pieces. */
const pieceSchema = z.union([
  z.strictObject({ words: z.string().max(200) }),
  z.strictObject({
    piece: z.string().refine((name) => name in PIECES || PART_PIECE.test(name), {
      error: ({ input }) => `there is no piece "${String(input)}"`,
    }),
  }),
]);
export type MessagePiece = z.output<typeof pieceSchema>;

/** When a message is sent. */
const MOMENTS = ["call", "answer", "exchange", "thanks", "again", "extra"] as const;
export type Moment = (typeof MOMENTS)[number];

const messageSchema = z.strictObject({
  id: z.string().regex(/^[a-z][a-zA-Z0-9]{0,30}$/),
  label: z.string().trim().min(1).max(30),
  moment: z.enum(MOMENTS),
  pieces: z.array(pieceSchema).max(30),
});
export type Message = z.output<typeof messageSchema>;

const oneWay = z.array(messageSchema).max(12);

/** The messages of an entry: those of running, and those of search and pounce. */
export const messageSetSchema = z.strictObject({
  format: z.literal("ypsiloid-messages/1"),
  name: z.string().trim().min(1).max(60),
  run: oneWay,
  search: oneWay,
  /** How numbers go out in Morse. */
  numbers: z.strictObject({
    /** Serials have at least so many digits. */
    digits: z.int().min(1).max(5).default(3),
    /** Which digits go out as a letter: T for 0, N for 9, A for 1. */
    short: z.enum(["none", "reports", "all"]).default("reports"),
  }),
});
export type MessageSet = z.output<typeof messageSetSchema>;

const w = (words: string): MessagePiece => ({ words });
const p = (piece: string): MessagePiece => ({ piece });

/** The messages that an entry begins with. */
export const USUAL_MESSAGES: MessageSet = {
  format: "ypsiloid-messages/1",
  name: "Usual",
  run: [
    { id: "call", label: "Call", moment: "call", pieces: [w("CQ TEST"), p("myCall"), p("myCall")] },
    { id: "exchange", label: "Exchange", moment: "exchange", pieces: [p("theirCall"), p("exchange")] },
    { id: "thanks", label: "Thanks", moment: "thanks", pieces: [w("TU"), p("myCall")] },
    { id: "again", label: "Again?", moment: "again", pieces: [w("AGN")] },
    { id: "theirs", label: "Their call", moment: "extra", pieces: [p("theirCall")] },
  ],
  search: [
    { id: "answer", label: "My call", moment: "answer", pieces: [p("myCall")] },
    { id: "exchange", label: "Exchange", moment: "exchange", pieces: [w("R"), p("exchange")] },
    { id: "thanks", label: "Thanks", moment: "thanks", pieces: [w("TU")] },
    { id: "again", label: "Again?", moment: "again", pieces: [w("NR?")] },
  ],
  numbers: { digits: 3, short: "reports" },
};

/** The messages that an entry begins with in a group of modes: digits go out as letters in Morse alone. */
export function usualMessages(group: ModeGroup): MessageSet {
  return group === "CW" ? USUAL_MESSAGES : { ...USUAL_MESSAGES, numbers: { ...USUAL_MESSAGES.numbers, short: "none" } };
}

/** What the pieces stand for now. */
export interface MessageFacts {
  readonly theirCall: string;
  readonly myCall: string;
  readonly theirName: string;
  readonly operator: string;
  /** The values that we send, by the parts' ids. */
  readonly sent: Readonly<Record<string, string>>;
}

/** The pieces that a message of this contest can have, with their labels. */
export function piecesOf(rules: Rules, side: string): { readonly id: string; readonly label: string }[] {
  return [
    ...Object.entries(PIECES).map(([id, label]) => ({ id, label })),
    ...partsOf(rules, side).map((part) => ({ id: `part:${part.id}`, label: part.label })),
  ];
}

/** The exact text of a message, as it would go out. What is not known yet is left out. */
export function messageText(
  rules: Rules,
  side: string,
  { pieces }: Pick<Message, "pieces">,
  facts: MessageFacts,
  numbers: MessageSet["numbers"],
): string {
  const parts = partsOf(rules, side);
  const partText = (id: string) => {
    const part = parts.find((one) => one.id === id);
    return part === undefined ? "" : sentText(part.type, facts.sent[id] ?? "", numbers);
  };
  return pieces
    .map((piece) => {
      if ("words" in piece) return piece.words;
      if (piece.piece === "exchange") return parts.map(({ id }) => partText(id)).join(" ");
      if (piece.piece.startsWith("part:")) return partText(piece.piece.slice(5));
      return facts[piece.piece as "theirCall" | "myCall" | "theirName" | "operator"];
    })
    .join(" ")
    .replace(/\s+/g, " ")
    .trim()
    .toUpperCase();
}

/** A part's value as it is sent: serials with their leading zeros, digits as letters where one wants that. */
export function sentText(type: string, value: string, numbers: MessageSet["numbers"]): string {
  const text = type === "serial" && /^\d+$/.test(value) ? value.padStart(numbers.digits, "0") : value;
  if (!/^\d+$/.test(text) || numbers.short === "none") return text;
  if (type === "report") return text.replace(/9/g, "N");
  if (numbers.short === "reports") return text;
  const leading = /^0*/.exec(text)![0];
  return "T".repeat(leading.length) + text.slice(leading.length).replace(/0/g, "T").replace(/9/g, "N");
}

const PHONETIC: Readonly<Record<string, string>> = Object.fromEntries(
  (
    "Alfa Bravo Charlie Delta Echo Foxtrot Golf Hotel India Juliett Kilo Lima Mike November Oscar Papa Quebec Romeo " +
    "Sierra Tango Uniform Victor Whiskey X-ray Yankee Zulu"
  )
    .split(" ")
    .map((word) => [word[0]!, word]),
);
const DIGITS = "zero one two three four five six seven eight nine".split(" ");

/** A text letter by letter in the phonetic alphabet (ITU Radio Regulations, appendix 14; digits in plain English). */
export function spelled(text: string): string {
  return [...text.toUpperCase()]
    .map(
      (letter) =>
        PHONETIC[letter] ?? (/\d/.test(letter) ? DIGITS[Number(letter)]! : letter === "/" ? "stroke" : letter),
    )
    .join(" ");
}

/** A message as a line to say: calls spelled, numbers digit by digit. */
export function spokenText(text: string): string {
  return text
    .split(" ")
    .map((word) => (/\d/.test(word) ? spelled(word) : word === "CQ" || word === "TEST" ? `${word}` : word))
    .join(", ");
}
