import { type KeyBindingPress, matchKeyBindingPress, parseKeybinding } from "tinykeys";

/** What of a key's event counts here. */
export type Pressed = Pick<
  KeyboardEvent,
  "key" | "code" | "ctrlKey" | "altKey" | "shiftKey" | "metaKey" | "getModifierState"
>;

/** Places of the keyboard that are no letter and no digit, by the sign of the usual layout. */
const SIGNS: Readonly<Record<string, string>> = {
  Comma: ",",
  Period: ".",
  Slash: "/",
  Minus: "-",
  Equal: "=",
  Semicolon: ";",
  Quote: "'",
  Backquote: "`",
  BracketLeft: "[",
  BracketRight: "]",
  Backslash: "\\",
};
const PLACES = new Map(Object.entries(SIGNS).map(([code, sign]) => [sign, code]));

/**
 * Whether keys were pressed. They are written as "Ctrl+Alt+L", "Shift+PageUp", "F8", "?". With Ctrl or Alt, a letter, a
 * digit or a sign means the key in that place, whatever sign the layout makes there; alone, it means the sign itself.
 */
export function isPressed(event: Pressed, keys: string): boolean {
  if (keys.length === 1)
    return event.key.toUpperCase() === keys && !event.ctrlKey && !event.altKey && !event.metaKey && !altGraph(event);
  return matchKeyBindingPress(event as KeyboardEvent, pressOf(keys));
}

/** With each key that is typed all actions are asked for theirs, so each is parsed once. */
const parsed = new Map<string, KeyBindingPress>();

function pressOf(keys: string): KeyBindingPress {
  let press = parsed.get(keys);
  if (press === undefined) {
    const parts = keys.split("+").map((part) => (part === "Ctrl" ? "Control" : part));
    const last = parts.pop()!;
    press = parseKeybinding([...parts, codeOf(last)].join("+"))[0]!;
    parsed.set(keys, press);
  }
  return press;
}

function codeOf(key: string): string {
  if (/^[A-Z]$/.test(key)) return `Key${key}`;
  if (/^[0-9]$/.test(key)) return `Digit${key}`;
  return PLACES.get(key) ?? key;
}

/** The keys of an event, written in the same way; null while only modifiers are down. */
export function keysOf(event: Pressed): string | null {
  if (["Control", "Alt", "Shift", "Meta", "AltGraph", "Dead", "CapsLock"].includes(event.key)) return null;
  const modified = event.ctrlKey || event.altKey;
  if (!modified && event.key.length === 1) return event.key.toUpperCase();
  const place = /^(?:Key|Digit)(.)$/.exec(event.code)?.[1] ?? SIGNS[event.code];
  const name = modified ? (place ?? event.key) : event.key;
  return [event.ctrlKey ? "Ctrl" : "", event.altKey ? "Alt" : "", event.shiftKey ? "Shift" : "", name]
    .filter(Boolean)
    .join("+");
}

/** Whether a key writes a sign by AltGr, which some systems tell as Ctrl and Alt: whoever types means the sign. */
export function isTypedByAltGraph(event: Pressed): boolean {
  return altGraph(event) && event.key.length === 1;
}

function altGraph(event: Pressed): boolean {
  return event.getModifierState("AltGraph");
}

/** Keys that desktops and browsers usually keep for themselves, and who does. */
const TAKEN: readonly (readonly [RegExp, string])[] = [
  [/^Ctrl\+Alt\+(T|L|D|Delete|Backspace|Arrow\w+|F\d+)$/, "desktops"],
  [/^Alt\+(F4|Tab|Escape| |Space)$/, "desktops"],
  [/^Alt\+(D|E|F|Home|ArrowLeft|ArrowRight)$/, "browsers"],
  [/^Ctrl\+(Shift\+)?(W|T|N|Q|Tab|PageUp|PageDown)$/, "browsers"],
  [/^Ctrl\+(A|C|V|X|Z|Y|F|G|H|J|L|P|R|S|O|D|U|E|[0-9]|\+|-|=)$/, "browsers"],
  [/^Ctrl\+Shift\+(A|B|C|D|I|J|K|M|O|P|R)$/, "browsers"],
  [/^(F3|F5|F6|F7|F10|F11|F12|Tab|Enter|Escape|Space| |Backspace|Delete|Arrow\w+|Home|End)$/, "browsers and fields"],
];

/** Who usually keeps these keys for itself, or null. */
export function takenBy(keys: string): string | null {
  return TAKEN.find(([pattern]) => pattern.test(keys))?.[1] ?? null;
}

const SPOKEN: Readonly<Record<string, string>> = {
  ArrowUp: "↑",
  ArrowDown: "↓",
  PageUp: "Page up",
  PageDown: "Page down",
};

/** Keys as they are said: "Ctrl Alt L". */
export function spoken(keys: string): string {
  return keys
    .split(/\+(?=.)/)
    .map((part) => SPOKEN[part] ?? part)
    .join(" ");
}
