import fc from "fast-check";
import { keyed, USUAL_KEYING } from "./morse";
import { createPaddle, type PaddleSide } from "./paddle";

const DOT = 60;

/** Touches a paddle at 20 words a minute (a dot of 60 ms): each touch with when it begins and ends. */
function touched(touches: readonly (readonly [PaddleSide, from: number, to: number])[], until: number) {
  const paddle = createPaddle(() => 20);
  const events = touches
    .flatMap(([side, from, to]) => [
      { at: from, act: () => paddle.press(side, from) },
      { at: to, act: () => paddle.release(side, to) },
    ])
    .sort((one, other) => one.at - other.at);
  let text = "";
  const down: { from: number; to: number }[] = [];
  for (let at = 0; at <= until; at += 10) {
    while (events.length > 0 && events[0]!.at <= at) events.shift()!.act();
    const made = paddle.made(at);
    text += made.text;
    down.push(...made.down);
  }
  return { text, lasts: down.map(({ from, to }) => Math.round((to - from) / DOT)), down };
}

it("repeats the element of a side that is held, and alternates where both are", () => {
  expect(touched([["dot", 0, 5 * DOT]], 2000)).toMatchObject({ text: "S ", lasts: [1, 1, 1] });
  // Dash and dot in turn, five of them: no letter of four, so held until the fourth has begun.
  expect(
    touched(
      [
        ["dash", 0, 11 * DOT],
        ["dot", 10, 11 * DOT],
      ],
      2000,
    ),
  ).toMatchObject({ text: "C ", lasts: [3, 1, 3, 1] });
});

it("remembers a side that is touched while the other's element goes out", () =>
  expect(
    touched(
      [
        ["dash", 0, 20],
        ["dot", 50, 60],
      ],
      2000,
    ),
  ).toMatchObject({ text: "N ", lasts: [3, 1] }));

it("parts letters and words at their pauses, and marks what no letter is", () => {
  expect(
    touched(
      [
        ["dot", 0, 10],
        ["dot", 5 * DOT, 5 * DOT + 10],
      ],
      2000,
    ).text,
  ).toBe("EE ");
  expect(
    touched(
      [
        ["dot", 0, 10],
        ["dot", 8 * DOT, 8 * DOT + 10],
      ],
      2000,
    ).text,
  ).toBe("E E ");
  expect(touched([["dot", 0, 15 * DOT]], 3000).text).toBe("* ");
});

it("makes of what is touched element by element the letters that were meant", () =>
  fc.assert(
    fc.property(
      fc.array(fc.constantFrom(..."ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789"), { minLength: 1, maxLength: 6 }),
      (letters) => {
        const meant = letters.join("");
        let at = 0;
        const touches = keyed(meant, { ...USUAL_KEYING, speed: 20 }).flatMap(({ down, lasts }) => {
          const begins = at;
          at += lasts;
          return down.map(({ from, to }) => {
            const side: PaddleSide = to - from > 2 * DOT ? "dash" : "dot";
            return [side, begins + from, begins + from + 15] as const;
          });
        });
        expect(touched(touches, at + 1000).text).toBe(`${meant} `);
      },
    ),
  ));
