import { type Descriptor, HOLE, PART_NAMES, type PartName, PARTS } from "./descriptor";
import type { RadioState } from "./state";

/** A value of a part, in the units of the radio's state. */
export type PartValue = string | number | boolean;

/** What a line from a radio means. */
export type Heard =
  | { readonly is: "value"; readonly part: PartName; readonly value: PartValue; readonly byItself: boolean }
  | { readonly is: "done" }
  | { readonly is: "identity"; readonly model: string }
  | { readonly is: "refused"; readonly text: string }
  | { readonly is: "strange"; readonly text: string };

/** How a radio's lines are written and understood, by its descriptor. Lines are without their end. */
export interface Dialect {
  /** The line that tells a part a value; null where it cannot be told, or has no word for the value. */
  readonly tell: (part: PartName, value: PartValue) => string | null;
  /** What a line means; `awaited` is what the order that was sent last says of its done. */
  readonly understand: (line: string, awaited?: string) => Heard;
}

export function dialectOf(descriptor: Descriptor): Dialect {
  const { parts, identity, refused } = descriptor;
  const patterns = PART_NAMES.flatMap((name) => {
    const part = parts[name];
    if (part === undefined) return [];
    const forms = [
      { form: part.news, byItself: true },
      { form: part.answer, byItself: false },
    ];
    return forms.flatMap(({ form, byItself }) =>
      form === undefined ? [] : [{ name, byItself: byItself && form !== part.answer, matches: matcherOf(form) }],
    );
  });
  const refusals = refused.map(matcherOf);
  const model = identity === undefined ? null : matcherOf(identity.answer);

  return {
    tell(name, value) {
      const form = parts[name]?.tell;
      const written = form === undefined ? null : writtenOf(descriptor, name, value);
      return form === undefined || written === null ? null : filled(form, written);
    },
    understand(line, awaited) {
      const text = line.trim();
      for (const matches of refusals) if (matches(text) !== null) return { is: "refused", text };
      for (const { name, byItself, matches } of patterns) {
        const written = matches(text);
        const value = written === null ? null : meantBy(descriptor, name, written);
        if (value !== null) return { is: "value", part: name, value, byItself };
      }
      if (awaited !== undefined && matcherOf(awaited)(text) !== null) return { is: "done" };
      const said = model?.(text) ?? null;
      return said === null ? { is: "strange", text } : { is: "identity", model: said };
    },
  };
}

/** A form with its value. */
export function filled(form: string, value: string): string {
  return form.replace(HOLE, () => value);
}

/** Gives what stands in the form's hole, "" where it has none; null for a line of another form. */
function matcherOf(form: string): (text: string) => string | null {
  const [before = "", after] = form.split(HOLE);
  if (after === undefined) return (text) => (text === form.trim() ? "" : null);
  const [start, end] = [before.trimStart(), after.trimEnd()];
  return (text) =>
    text.length >= start.length + end.length && text.startsWith(start) && text.endsWith(end)
      ? text.slice(start.length, text.length - end.length).trim()
      : null;
}

/** How a radio writes a value; null where it has no word for it. */
function writtenOf({ parts }: Descriptor, name: PartName, value: PartValue): string | null {
  const { unit = 1, decimals = 0, digits = 0, words } = parts[name] ?? {};
  switch (PARTS[name].kind) {
    case "number": {
      const text = (Number(value) / unit).toFixed(decimals);
      return text.padStart(digits, "0");
    }
    case "text":
      return String(value);
    case "switch":
      return wordFor(words, value === true ? "on" : "off");
    case "mode":
      return wordFor(words, String(value));
  }
}

function wordFor(words: Readonly<Record<string, string>> | undefined, meaning: string): string | null {
  return Object.entries(words ?? {}).find(([, meant]) => meant === meaning)?.[0] ?? null;
}

/** What a written value means; null where it means nothing. */
function meantBy({ parts }: Descriptor, name: PartName, written: string): PartValue | null {
  const { unit = 1, words } = parts[name] ?? {};
  const { kind, field } = PARTS[name];
  if (kind === "text") return /^[\x21-\x7e]{1,20}$/.test(written) ? written : null;
  if (kind !== "number") {
    const meaning = words !== undefined && Object.hasOwn(words, written) ? words[written] : undefined;
    return meaning === undefined ? null : kind === "switch" ? meaning === "on" : meaning;
  }
  if (!/^[-+]?\d+(\.\d+)?$/.test(written)) return null;
  const value = Number(written) * unit;
  const whole: (keyof RadioState)[] = ["frequencyHz", "secondHz", "widthHz"];
  return whole.includes(field) ? Math.round(value) : Math.round(value * 1000) / 1000;
}
