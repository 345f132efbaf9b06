import petrel from "../../core/radio/descriptors/petrel.json";
import { valueOf } from "../testing";
import { keepDescriptor, listDescriptors, removeDescriptor } from "./descriptors";
import { listLinkKinds } from "./kindInfo";
import { LINK_KINDS } from "./kinds";
import { choosePositionRadio, linkRows, radioOfPosition } from "./linkStore";
import { type TestLinks, testLinks } from "./testing";

let shack: TestLinks;
beforeEach(async () => {
  shack = await testLinks();
});
afterEach(() => shack.close());

const OWN = { ...petrel, tag: "MY-RADIO", name: "My radio" };

test("a position follows the radio that it chose, or else the one that was chosen last anywhere", async () => {
  let now = 1000;
  const context = { ...shack.context, now: () => now++ };
  const [one, other] = [
    await shack.add("radio", "One", { descriptor: "PETREL", port: 1 }),
    await shack.add("radio", "Other", { descriptor: "HERON", port: 2 }),
  ];
  expect(radioOfPosition(context, "left")).toBeUndefined();
  choosePositionRadio(context, "left", one);
  choosePositionRadio(context, "right", other);
  expect([radioOfPosition(context, "left"), radioOfPosition(context, "right")]).toEqual([one, other]);
  expect(radioOfPosition(context, "new")).toBe(other);
  choosePositionRadio(context, "left", null);
  expect(radioOfPosition(context, "left")).toBeNull();
  expect(radioOfPosition(context, "new")).toBe(other);
  valueOf(await shack.links.remove(other));
  expect(radioOfPosition(context, "right")).toBeUndefined();
});

test("own descriptors stand in place of those that ship, and one in use stays", async () => {
  const { context } = shack;
  const tags = () => listDescriptors(context).map(({ descriptor: { tag }, own }) => `${tag}${own ? ", own" : ""}`);
  expect(tags()).toEqual(["HERON", "PETREL"]);
  valueOf(keepDescriptor(context, OWN));
  valueOf(keepDescriptor(context, { ...petrel, watts: 10 }));
  expect(tags()).toEqual(["HERON", "MY-RADIO, own", "PETREL, own"]);
  expect(keepDescriptor(context, { ...OWN, lineEnd: "" })).toMatchObject({
    problem: { faults: [{ field: "lineEnd" }] },
  });

  await shack.add("radio", "Mine", { descriptor: "MY-RADIO", port: 1 });
  expect(removeDescriptor(context, "MY-RADIO")).toMatchObject({
    problem: { status: 409, detail: expect.stringContaining("Mine is spoken to by it") as string },
  });
  valueOf(removeDescriptor(context, "PETREL"));
  expect(tags()).toContain("PETREL");
  expect(removeDescriptor(context, "PETREL")).toMatchObject({ problem: { status: 404 } });
});

test("each kind tells its settings so that a form can show them", async () => {
  const kinds = await listLinkKinds(shack.context);
  expect(kinds.map(({ id }) => id)).toEqual(LINK_KINDS.map(({ id }) => id));
  for (const { settings } of kinds)
    for (const { key, label } of settings) expect([key, label]).toEqual([key, expect.not.stringMatching(`^${key}$`)]);
  const settingsOf = (id: string) =>
    new Map(kinds.find((kind) => kind.id === id)!.settings.map((one) => [one.key, one]));
  const radio = settingsOf("radio");
  expect(radio.get("via")).toMatchObject({ type: "choice", start: "network", choices: [{}, { label: "Serial port" }] });
  expect(radio.get("device")).toMatchObject({ type: "choice", when: { key: "via", is: "serial" } });
  expect(radio.get("speed")).toMatchObject({ type: "choice", start: 9600 });
  expect(radio.get("descriptor")!.choices).toEqual([
    { value: "HERON", label: "Heron" },
    { value: "PETREL", label: "Petrel" },
  ]);
  const incoming = settingsOf("adifIn");
  expect(incoming.get("logbookId")!.choices).toEqual([{ value: String(shack.logbookId), label: "Test log" }]);
  expect(incoming.get("senders")!.type).toBe("list");
  expect(settingsOf("adifOut").get("received")!.type).toBe("switch");
});

test("settings that a form sends as texts are taken as what they mean, and kept with all that was left out", async () => {
  const id = await shack.add("adifIn", "Companion", { port: 4000, logbookId: String(shack.logbookId) });
  expect(linkRows(shack.context).find((row) => row.id === id)!.settings).toEqual({
    port: 4000,
    host: "127.0.0.1",
    senders: [],
    logbookId: shack.logbookId,
    asks: "at once",
  });
});
