import { put, type PutMark, taken } from "./marks";

const HOUR = 3_600_000;
const putAt = (marks: readonly PutMark[], hertz: number, text: string, hours: number) =>
  put(marks, hertz, text, hours * HOUR);

test("what is put stands in place of what is near, the newest first, and is forgotten after some hours", () => {
  const one = putAt([], 14_025_000, "DL1QTA", 1);
  const two = putAt(one, 14_030_000, "F5QUB", 2);
  expect(two.map(({ text }) => text)).toEqual(["F5QUB", "DL1QTA"]);
  expect(putAt(two, 14_025_100, "G4QTC", 2).map(({ text }) => text)).toEqual(["G4QTC", "F5QUB"]);
  expect(putAt(two, 7_010_000, "OH2QTB", 4.5).map(({ text }) => text)).toEqual(["OH2QTB", "F5QUB"]);
});

test("what is near is taken off, and what is not stays", () => {
  const marks = putAt(putAt([], 14_025_000, "DL1QTA", 1), 14_030_000, "F5QUB", 1);
  expect(taken(marks, 14_025_150)?.map(({ text }) => text)).toEqual(["F5QUB"]);
  expect(taken(marks, 14_027_000)).toBeNull();
});

test("so many are kept", () => {
  const many = Array.from({ length: 80 }, (_, at) => 14_000_000 + at * 1000).reduce<readonly PutMark[]>(
    (marks, hertz) => putAt(marks, hertz, "here", 1),
    [],
  );
  expect(many).toHaveLength(60);
});
