import fc from "fast-check";
import { fitsClassForm, isClassForm } from "./classForm";

/** The form as a pattern, which says the same of short texts; on long ones it would try for ever. */
function patternOf(form: string): RegExp {
  const steps = form.replace(/\[([^\]]*)\]|[\s\S]/g, (piece, letters: string | undefined) => {
    if (letters !== undefined) return `[${letters}]`;
    if (piece === "#") return "[0-9]{1,2}";
    return piece === "@" ? "[A-Z]" : `\\x${piece.charCodeAt(0).toString(16)}`;
  });
  return new RegExp(`^${steps}$`);
}

const step = fc.constantFrom("#", "@", "[AB]", "[C1]", "-", "7", "Q");
const form = fc.array(step, { minLength: 1, maxLength: 6 }).map((steps) => steps.join(""));
const text = fc.array(fc.constantFrom(..."0127ABCQZ-"), { maxLength: 9 }).map((signs) => signs.join(""));

test("a text fits a form as it fits the pattern that says the same", () =>
  fc.assert(
    fc.property(form, text, (one, other) => {
      expect(isClassForm(one)).toBe(true);
      expect(fitsClassForm(one, other)).toBe(patternOf(one).test(other));
    }),
  ));

test.each([
  ["#[AB]", "2A", true],
  ["#[AB]", "12B", true],
  ["#[AB]", "123B", false],
  ["#[AB]", "2C", false],
  ["#[AB]", "A", false],
  ["@-#", "Q-07", true],
])("%s and %s: %s", (one, other, fits) => expect(fitsClassForm(one, other)).toBe(fits));

test("forty numbers on end are tried in no time", () => {
  expect(fitsClassForm("#".repeat(40), `${"1".repeat(60)}X`)).toBe(false);
  expect(fitsClassForm("#".repeat(40), "1".repeat(60))).toBe(true);
});

test.each(["", "[]", "[A", "A]", "[A]]B["])("%s is no form", (one) => expect(isClassForm(one)).toBe(false));
