import { voiceLine } from "./voiceLine";

it.each([
  ["CQ TEST CX3QUA", "CQ, contest, Charlie X-ray three Quebec Uniform Alfa"],
  ["CQ CQ DE CX3QUA K", "CQ, CQ, this is Charlie X-ray three Quebec Uniform Alfa, over"],
  ["R UR 59 13", "roger, you are five nine, one three"],
  ["TU 73 CX3QUA", "thank you, seventy-three, Charlie X-ray three Quebec Uniform Alfa"],
  ["AGN?", "again, please"],
])("%s is said as: %s", (text, said) => expect(voiceLine(text)).toBe(said));
