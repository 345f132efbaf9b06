import { createServer, type Server } from "node:net";
import type { AddressInfo } from "node:net";
import { type MailBox, type MailBoxOptions, startMailBox } from "../../../stand-ins/mail/mailBox";
import { valueOf } from "../testing";
import { type TestLinks, testLinks, until } from "./testing";

let shack: TestLinks;
const boxes: MailBox[] = [];
const servers: Server[] = [];
beforeEach(async () => {
  shack = await testLinks();
});
afterEach(async () => {
  shack.close();
  await Promise.all(boxes.splice(0).map((box) => box.close()));
  for (const server of servers.splice(0)) server.close();
});

const box = async (options: Partial<MailBoxOptions> = {}) => {
  const started = await startMailBox({ port: 0, domain: "farol.example", ...options });
  boxes.push(started);
  return started;
};
const settings = (port: number, more: object = {}) => ({
  port,
  security: "none",
  from: "station@farol.example",
  to: ["ines@farol.example"],
  ...more,
});
const add = (port: number, more: object = {}) => shack.add("mail", "Mail box", settings(port, more));
const message = { do: "send", subject: "P5QUZ, 20 m CW", text: "Réunion Island is new.\n<b>Beam</b> 94." };
const tried = async (port: number, more: object = {}) =>
  valueOf(await shack.links.test({ kind: "mail", settings: settings(port, more) }));

test("a message goes to all, and arrives as it was written", async () => {
  const at = await box();
  const id = await add(at.port, { to: ["ines@farol.example", "club@farol.example"] });
  await shack.up(id);
  expect(await shack.tell(id, message)).toEqual({ id: null });
  expect(at.letters).toEqual([
    expect.objectContaining({
      from: "station@farol.example",
      to: ["ines@farol.example", "club@farol.example"],
      subject: "P5QUZ, 20 m CW",
      text: "Réunion Island is new.\n<b>Beam</b> 94.\n",
    }),
  ]);
});

test("an address that is refused is said, and the others have their message", async () => {
  const at = await box();
  const id = await add(at.port, { to: ["ines@farol.example", "ines@elsewhere.example"] });
  await shack.up(id);
  expect(await shack.tell(id, message)).toEqual({ id: null });
  expect(at.letters).toHaveLength(1);
  expect(shack.linkOf(id)).toMatchObject({
    phase: "up",
    text: "It takes no message to ines@elsewhere.example: is that right?",
  });
  valueOf(await shack.links.change(id, { settings: settings(at.port, { to: ["ines@elsewhere.example"] }) }));
  await shack.up(id);
  expect(await shack.tell(id, message)).toMatchObject({ status: 422 });
  expect(shack.linkOf(id).phase).toBe("up");
  expect(await tried(at.port, { to: ["ines@elsewhere.example"] })).toMatchObject([
    { what: "Server", ok: true },
    { what: "Message", ok: false, text: expect.stringContaining("no box of ines@elsewhere.example here") as string },
  ]);
});

test("a password is needed, kept, and told to nobody; what is not typed anew stays", async () => {
  const at = await box({ login: { user: "farol", password: "Lampe 7" } });
  const wrong = await add(at.port, { user: "farol", password: "wrong" });
  await until(() => shack.linkOf(wrong).text?.includes("does not let farol in"));
  const put = (change: object) => shack.links.change(wrong, { settings: settings(at.port, change) });
  await put({ user: "farol", password: "Lampe 7" });
  await shack.up(wrong);
  expect(JSON.stringify([shack.links.list(), shack.events])).not.toContain("Lampe 7");
  expect(shack.linkOf(wrong)).toMatchObject({ secrets: ["password"], settings: { user: "farol" } });

  await put({ user: "farol", to: ["club@farol.example"] });
  await shack.up(wrong);
  expect(await shack.tell(wrong, message)).toEqual({ id: null });
  const input = { kind: "mail", settings: settings(at.port, { user: "farol" }) };
  expect(valueOf(await shack.links.test({ ...input, secretsOf: wrong })).map(({ ok }) => ok)).toEqual([true, true]);
  expect(valueOf(await shack.links.test(input))[0]).toMatchObject({ ok: false });

  // One that was removed is taken back with its password, and one of another kind has nothing of it.
  await shack.links.remove(wrong);
  const back = {
    kind: "mail",
    name: "Mail box",
    on: true,
    settings: settings(at.port, { user: "farol" }),
    secretsOf: wrong,
  };
  const again = valueOf(await shack.links.add(back)).id;
  await shack.up(again);
  await put({ user: "farol", password: "" });
  expect(shack.linkOf(again).secrets).toEqual(["password"]);
  valueOf(await shack.links.change(again, { settings: settings(at.port, { password: "" }) }));
  expect(shack.linkOf(again).secrets).toEqual([]);
});

test.each([
  ["busy", /come back later/],
  ["hang", /does not answer in time/],
] as const)("a server that fails, %s, is said to, and is tried for", async (behaviour, text) => {
  const at = await box();
  at.behave(behaviour);
  const id = await add(at.port);
  await until(() => shack.linkOf(id).phase === "waiting" || shack.linkOf(id).text !== null);
  expect(shack.linkOf(id).text).toMatch(text);
  expect(await shack.tell(id, message)).toMatchObject({ status: 503 });
  at.behave("normal");
  await shack.up(id);
});

test("a server that goes away between two messages is said to be so", async () => {
  const at = await box();
  const id = await add(at.port);
  await shack.up(id);
  await at.close();
  expect(await shack.tell(id, message)).toMatchObject({
    status: 502,
    detail: expect.stringMatching(/^Nothing answers/) as string,
  });
  await until(() => shack.linkOf(id).phase === "waiting");
});

test("a full box, no encryption where one is asked for, and what is no mail server: each is said", async () => {
  const at = await box();
  at.behave("full");
  expect((await tried(at.port)).at(-1)).toMatchObject({
    ok: false,
    text: expect.stringContaining("the box is full") as string,
  });
  at.behave("normal");
  expect(await tried(at.port, { security: "starttls" })).toMatchObject([
    { what: "Server", ok: false, text: expect.stringContaining("encryption") as string },
  ]);
  expect((await tried(at.port, { security: "tls" }))[0]).toMatchObject({ ok: false });
  const other = createServer((socket) => socket.on("error", () => {}).end("DX de CX9QTH: 14025.0\r\n"));
  servers.push(other);
  await new Promise<void>((resolve) => other.listen(0, "127.0.0.1", resolve));
  const [step] = await tried((other.address() as AddressInfo).port);
  expect(step).toMatchObject({ what: "Server", ok: false });
  expect(await shack.links.test({ kind: "mail", settings: settings(25, { to: ["nobody"] }) })).toMatchObject({
    ok: false,
    problem: { faults: [{ field: "settings.to.0" }] },
  });
});

test("of a link of a kind that is no longer known nothing is told but what it has", async () => {
  const row = { kind: "pigeon", name: "Pigeon", isOn: 1, settings: JSON.stringify({ loft: "north", code: "Lampe 7" }) };
  shack.context.store.run(shack.context.store.q.insertInto("link").values({ ...row, sendingSince: null }));
  shack.links.close();
  const [link] = shack.again().list();
  expect(link).toMatchObject({ name: "Pigeon", phase: "refused", settings: {}, secrets: ["loft", "code"] });
});
