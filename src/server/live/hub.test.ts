import type { LiveEvent } from "../../core/contract";
import { createHub } from "./hub";

const listed = (baseCall: string): LiveEvent => ({ type: "directory", baseCall });

test("all who listen hear each event, from when they listen until they end it", () => {
  const hub = createHub();
  const heard: Record<string, string[]> = { a: [], b: [] };
  const listen = (who: "a" | "b") =>
    hub.listen((event) => event.type === "directory" && heard[who]!.push(event.baseCall));
  hub.announce(listed("CX1QRA"));
  const endA = listen("a");
  hub.announce(listed("CX2QRA"));
  const endB = listen("b");
  hub.announce(listed("CX3QRA"));
  endA();
  endA();
  hub.announce(listed("CX4QRA"));
  endB();
  hub.announce(listed("CX5QRA"));
  expect(heard).toEqual({ a: ["CX2QRA", "CX3QRA"], b: ["CX3QRA", "CX4QRA"] });
});

test("marks differ when something happened between them, and not for what passes; those of another start never fit", () => {
  const hub = createHub();
  const first = hub.mark();
  hub.announce({ type: "link", linkId: 1 });
  expect(hub.mark()).toBe(first);
  hub.announce(listed("CX1QRA"));
  expect(hub.mark()).not.toBe(first);
  expect(createHub().mark()).not.toBe(first);
});

test("one may end while an event is told, and another begin", () => {
  const hub = createHub();
  const heard: string[] = [];
  const end = hub.listen(() => {
    heard.push("first");
    end();
  });
  hub.listen(() => heard.push("second"));
  hub.announce(listed("CX1QRA"));
  hub.announce(listed("CX2QRA"));
  expect(heard).toEqual(["first", "second", "second"]);
});
