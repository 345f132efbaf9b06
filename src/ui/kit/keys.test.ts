import { clashesOf, KEYMAP, keysFor } from "./keymap";
import { isPressed, isTypedByAltGraph, keysOf, type Pressed, spoken, takenBy } from "./keys";

/** A key's event as a browser tells it. */
function press(code: string, key: string, ...modifiers: ("Control" | "Alt" | "Shift" | "AltGraph")[]): Pressed {
  const has = (name: string) => (modifiers as string[]).includes(name);
  return {
    code,
    key,
    ctrlKey: has("Control"),
    altKey: has("Alt"),
    shiftKey: has("Shift"),
    metaKey: false,
    getModifierState: has,
  };
}

describe("keys by their place, on three keyboards", () => {
  // What the key beside Tab, and that of Z on the usual layout, make with Alt or with Ctrl and Alt.
  const layouts = {
    "the usual": { kept: press("KeyS", "s", "Control", "Alt"), message: press("KeyZ", "z", "Alt"), sign: "?" },
    "a German": { kept: press("KeyS", "s", "Control", "Alt"), message: press("KeyZ", "y", "Alt"), sign: "?" },
    "a French": { kept: press("KeyS", "s", "Control", "Alt"), message: press("KeyZ", "w", "Alt"), sign: "?" },
    "an Apple": { kept: press("KeyS", "ß", "Control", "Alt"), message: press("KeyZ", "Ω", "Alt"), sign: "?" },
    "a Cyrillic": { kept: press("KeyS", "ы", "Control", "Alt"), message: press("KeyZ", "я", "Alt"), sign: "?" },
  };
  test.each(Object.entries(layouts))("%s one", (_, { kept, message, sign }) => {
    expect(isPressed(kept, "Ctrl+Alt+S")).toBe(true);
    expect(isPressed(kept, "Alt+S")).toBe(false);
    expect(keysOf(kept)).toBe("Ctrl+Alt+S");
    expect(isPressed(message, "Alt+Z")).toBe(true);
    expect(keysOf(message)).toBe("Alt+Z");
    // A sign is meant wherever it is.
    expect(isPressed(press("Slash", sign, "Shift"), "?")).toBe(true);
    expect(isPressed(press("Minus", sign, "Shift"), "?")).toBe(true);
    expect(isPressed(press("Slash", sign, "Control"), "?")).toBe(false);
    expect(isPressed(press("F8", "F8"), "F8")).toBe(true);
    expect(isPressed(press("F8", "F8", "Shift"), "F8")).toBe(false);
    expect(isPressed(press("PageUp", "PageUp", "Shift"), "Shift+PageUp")).toBe(true);
    expect(isPressed(press("PageUp", "PageUp", "Shift"), "PageUp")).toBe(false);
  });

  test("a sign that AltGr writes is typed, and no key", () => {
    expect(isTypedByAltGraph(press("KeyE", "€", "Control", "Alt", "AltGraph"))).toBe(true);
    expect(isTypedByAltGraph(press("KeyE", "€", "AltGraph"))).toBe(true);
    expect(isTypedByAltGraph(press("KeyS", "ß", "Control", "Alt"))).toBe(false);
    expect(isPressed(press("Digit7", "/", "AltGraph"), "/")).toBe(false);
  });

  test("modifiers alone are no keys", () => {
    for (const key of ["Control", "Alt", "Shift", "Meta", "AltGraph", "Dead"])
      expect(keysOf(press("", key, "Control"))).toBeNull();
    expect(keysOf(press("Comma", ",", "Control", "Alt"))).toBe("Ctrl+Alt+,");
    expect(isPressed(press("Comma", ";", "Control", "Alt"), "Ctrl+Alt+,")).toBe(true);
    expect(keysOf(press("PageUp", "PageUp", "Alt"))).toBe("Alt+PageUp");
    expect(spoken("Alt+ArrowUp")).toBe("Alt ↑");
  });
});

describe("the keys that ship", () => {
  const own = KEYMAP.filter(({ fixed }) => fixed !== true);

  test("clash with none other, and with nothing that desktops and browsers keep", () => {
    for (const { id, keys } of own) expect([id, clashesOf(id, keys, {}), takenBy(keys)]).toEqual([id, [], null]);
    expect(new Set(KEYMAP.map(({ id }) => id)).size).toBe(KEYMAP.length);
  });

  test("keep clear of the letters with which AltGr writes the signs of the usual layouts", () => {
    for (const { keys } of own) expect(keys).not.toMatch(/^Ctrl\+Alt\+[QE0-9]$/);
  });

  test("are what the operator makes of them, and a clash is found", () => {
    const changed = { journal: "Ctrl+Alt+K", toCall: "" };
    expect(keysFor("journal", changed)).toBe("Ctrl+Alt+K");
    expect(keysFor("toCall", changed)).toBeUndefined();
    expect(keysFor("log", { log: "F9" })).toBe("Enter");
    expect(clashesOf("journal", "Ctrl+Alt+K", changed).map(({ id }) => id)).toEqual(["cards"]);
    // The same keys in another place are another thing.
    expect(clashesOf("toRun", "Ctrl+Alt+G", {})).toEqual([]);
    expect(takenBy("Ctrl+Alt+T")).toBe("desktops");
    expect(takenBy("Alt+D")).toBe("browsers");
  });
});
