import { spokenText } from "../contest";

/** What one says by voice for what is short for it in Morse. */
const SAID: Readonly<Record<string, string>> = {
  CQ: "CQ",
  TEST: "contest",
  DE: "this is",
  K: "over",
  TU: "thank you",
  R: "roger",
  UR: "you are",
  AGN: "again, please",
  "AGN?": "again, please",
  "NR?": "your number, please",
  QRS: "slower, please",
  "73": "seventy-three",
};
/** What is said in one breath with what comes. */
const LEADS = /(this is|you are),/g;

/** A message of Morse as one would say it: calls spelled, numbers digit by digit, what is short in words. */
export function voiceLine(text: string): string {
  return text
    .split(" ")
    .map((word) => SAID[word] ?? spokenText(word))
    .join(", ")
    .replace(LEADS, "$1");
}
