type Token = (sign: string) => boolean;
/** A step of a form: a sign that it takes, and whether it may take a second one. */
interface Step {
  readonly takes: Token;
  readonly twice: boolean;
}

const isDigit: Token = (sign) => /^[0-9]$/.test(sign);
const isLetter: Token = (sign) => /^[A-Z]$/.test(sign);

/** Whether a form can be used: every bracket is closed, and has something in it. */
export function isClassForm(form: string): boolean {
  return form !== "" && !/\[\]|\[[^\]]*$|^[^[]*\]/.test(form);
}

/**
 * Whether a text, in capitals, has the form of a class: # is a number of one or two digits, @ a letter, [ABC] one of
 * these letters, all else stands for itself. All ways of reading the text are followed at once, so that no form makes
 * it long.
 */
export function fitsClassForm(form: string, text: string): boolean {
  let places = new Set([0]);
  for (const { takes, twice } of stepsOf(form)) {
    const next = new Set<number>();
    for (const place of places) {
      if (!takes(text[place] ?? "")) continue;
      next.add(place + 1);
      if (twice && takes(text[place + 1] ?? "")) next.add(place + 2);
    }
    places = next;
  }
  return places.has(text.length);
}

/** Whether a class of a form can have a sign in it. */
export function canHold(form: string, sign: string): boolean {
  return stepsOf(form).some(({ takes }) => takes(sign));
}

/**
 * A class as it is kept: "02A" is 2A. Null where a text has not the form, or has none of what a number counts: "0A".
 */
export function readClass(form: string, text: string): string | null {
  if (!fitsClassForm(form, text)) return null;
  if (!form.includes("#")) return text;
  const plain = text.replace(/(?<!\d)0(?=\d)/g, "");
  if (!form.includes("0") && /(?<!\d)0(?!\d)/.test(plain)) return null;
  return fitsClassForm(form, plain) ? plain : text;
}

function stepsOf(form: string): Step[] {
  return [...form.matchAll(/\[([^\]]*)\]|[\s\S]/g)].map(([piece, letters]) => {
    if (letters !== undefined) {
      const known = letters.replace(/[^A-Za-z0-9]/g, "").toUpperCase() || "A";
      return { takes: (sign) => sign !== "" && known.includes(sign), twice: false };
    }
    if (piece === "#") return { takes: isDigit, twice: true };
    if (piece === "@") return { takes: isLetter, twice: false };
    const wanted = piece.toUpperCase();
    return { takes: (sign) => sign === wanted, twice: false };
  });
}
