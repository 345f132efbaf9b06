import { type AddressInfo, connect, createServer, type Server } from "node:net";
import { LEASE_MS, type LinkNews } from "../../core/contract";
import { baudotCodes, misprints } from "../../core/signal";
import { startKeyer } from "../../../stand-ins/keyer/server";
import { valueOf } from "../testing";
import { adoptKeyer } from "./adoptKeyer";
import { linkRows } from "./linkStore";
import { type TestLinks, testLinks, until } from "./testing";

let server: Server;
let shack: TestLinks;
let id: number;

const portOf = (one: Server) => (one.address() as AddressInfo).port;
/** Keys forty times faster than life; its limit and its patience are those of who tests them. */
async function begin({ limit = 4000 } = {}): Promise<void> {
  server = await startKeyer({ port: 0, hurry: 40, limit, patience: 60 });
  shack = await testLinks();
  id = await shack.add("keyer", "Keyer", { port: portOf(server) });
  await shack.up(id);
}
async function end(): Promise<void> {
  shack.close();
  await new Promise((resolve) => server.close(resolve));
}
beforeEach(() => begin());
afterEach(end);

const send = (order: object, position = "left") => shack.tell(id, { do: "send", ...order }, position);
type Keyed = Extract<LinkNews, { id: number }> & { position: string | undefined };
const news = () => shack.news() as Keyed[];
const ended = () => until(() => news().find(({ is }) => is !== "letter"));

it("keys a text letter by letter, and tells who asked", async () => {
  expect(await send({ text: "cq  cx3qua", speed: 30 })).toEqual({ id: 1 });
  expect(await ended()).toMatchObject({ is: "done", id: 1, text: "CQ  CX3QUA", position: "left" });
  const letters = news().filter(({ is }) => is === "letter");
  expect(letters.map(({ letter }) => letter).join("")).toBe("CQ  CX3QUA");
  expect(letters[0]).toMatchObject({ down: [{ from: 0, to: 120 }, {}, {}, {}], lasts: 560 });
});

it("takes a new speed inside a text, and stops at once", async () => {
  await send({ text: "EEEEEEEEEEEEEEEEEEEEEEEEEEEEEE", speed: 10 });
  await until(() => news().length >= 3);
  await shack.tell(id, { do: "speed", speed: 40 });
  await until(() => news().at(-1)?.lasts === 120);
  expect(shack.links.stop()).toEqual(["Keyer"]);
  const { is, text } = await ended();
  expect(is).toBe("stopped");
  expect(text!.length).toBeLessThan(30);
  expect(shack.links.stop()).toEqual([]);
});

const here = (position = "left") => shack.tell(id, { do: "here" }, position);
/** Does something while the page says that it is still there, also where the machine stands still for seconds. */
async function staying(act: () => Promise<void>): Promise<void> {
  const renewing = setInterval(() => void here(), 200);
  await act().finally(() => clearInterval(renewing));
}

it("stops what is over its limit, and drops the one before for a new one", async () => {
  await end();
  await begin({ limit: 80 });
  await send({ text: "0".repeat(200), speed: 5 });
  await send({ text: "0".repeat(200), speed: 5 });
  await staying(async () => expect(await ended()).toMatchObject({ is: "limit", id: 2 }));
});

it("keys RTTY with its shifts, and tells the codes that went out", async () => {
  await until(() => shack.linkOf(id).keysIn.includes("RTTY"));
  await send({ text: "DE CX3QUA 599 014 ", mode: "RTTY" });
  expect(await ended()).toMatchObject({ is: "done", text: "DE CX3QUA 599 014 " });
  const signs = news().flatMap(({ letter, codes }) => (letter === undefined ? [] : [{ letter, codes: codes! }]));
  expect(signs.flatMap(({ codes }) => codes)).toEqual(baudotCodes("DE CX3QUA 599 014 "));
  expect(misprints(signs)).toEqual([]);
  expect(await send({ text: "MAIL@FARO", mode: "RTTY" })).toMatchObject({
    faults: [{ text: "RTTY has no sign for @" }],
  });
});

it("sends what is typed as it is typed; what waits can be corrected, what has gone out cannot", async () => {
  const type = (text: string, more = true) => shack.tell(id, { do: "text", text, more });
  await send({ text: "CQ ", mode: "RTTY", more: true });
  await staying(async () => {
    await until(() => news().length >= 3);
    // Both are told before the sign that is corrected is reached.
    void type("CQ CQ DE CX3QUB");
    expect(await type("XX CQ DE CX3QUA")).toEqual({ id: 1 });
    await until(() => news().length >= 15);
    expect(await type("CQ CQ DE CX3QUA K", false)).toEqual({ id: 1 });
    expect(await ended()).toMatchObject({ is: "done", text: "CQ CQ DE CX3QUA K" });
  });
  expect(await type("MORE")).toMatchObject({ status: 409 });
});

it("sends for one window at a time, and tells the other", async () => {
  await send({ text: "0".repeat(200), speed: 20 });
  expect(await send({ text: "CQ" }, "right")).toMatchObject({ status: 409, title: "Busy" });
  expect(await shack.tell(id, { do: "text", text: "CQ", more: false }, "right")).toMatchObject({ status: 409 });
  await shack.tell(id, { do: "stop" }, "right");
  expect(await ended()).toMatchObject({ is: "stopped", position: "left" });
  expect(await send({ text: "E" }, "right")).toEqual({ id: 2 });
});

it("stops by itself when the page that sends is there no more", async () => {
  const begun = Date.now();
  await send({ text: "0".repeat(400), speed: 5 });
  expect(await here()).toEqual({ id: 1 });
  expect(await here("right")).toEqual({ id: null });
  expect(await ended()).toMatchObject({ is: "broken", position: "left" });
  expect(Date.now() - begun).toBeGreaterThanOrEqual(LEASE_MS);
  expect(await here()).toEqual({ id: null });
});

it("refuses what cannot be keyed, and says when there is no keyer", async () => {
  expect(await send({ text: "MUÑOZ", speed: 20 })).toMatchObject({ detail: expect.stringContaining("Ñ") as string });
  expect(await send({ text: "A", speed: 500 })).toMatchObject({ status: 422, faults: [{ field: "speed" }] });
  valueOf(await shack.links.change(id, { on: false }));
  expect(await send({ text: "A", speed: 20 })).toMatchObject({
    status: 503,
    detail: "Keyer cannot be reached: it is turned off",
  });
  expect(await shack.tell(999, { do: "stop" })).toMatchObject({ status: 404 });
});

it("says to its browser that it broke off when the keyer goes away", async () => {
  await send({ text: "0".repeat(100), speed: 5 });
  await until(() => news().length > 0);
  valueOf(await shack.links.change(id, { name: "The keyer" }));
  expect(await ended()).toMatchObject({ is: "broken", position: "left" });
});

it("is tested step by step", async () => {
  const steps = async (port: number) => valueOf(await shack.links.test({ kind: "keyer", settings: { port } }));
  expect((await steps(portOf(server))).map(({ ok }) => ok)).toEqual([true, true]);
  const mute = createServer((socket) => void socket.on("error", () => {}).end("hello\n"));
  await new Promise<void>((resolve) => mute.listen(0, "127.0.0.1", resolve));
  expect(await steps(portOf(mute))).toMatchObject([{ ok: true }, { what: "Protocol", ok: false }]);
  await new Promise((resolve) => mute.close(resolve));
});

it("is taken over from the configuration where there is none yet", async () => {
  const { context } = shack;
  adoptKeyer(context, { keyerHost: "shack.local", keyerPort: 4000 });
  expect(linkRows(context)).toHaveLength(1);
  valueOf(await shack.links.remove(id));
  adoptKeyer(context, { keyerHost: "shack.local", keyerPort: undefined });
  expect(linkRows(context)).toEqual([]);
  adoptKeyer(context, { keyerHost: "shack.local", keyerPort: 4000 });
  expect(linkRows(context)).toMatchObject([{ kind: "keyer", on: true, settings: { host: "shack.local", port: 4000 } }]);
});

it("tells the codes as they went out, also where it loses a shift: the difference can be said", async () => {
  const losing = await startKeyer({ port: 0, hurry: 40, behaviour: () => "lostFigures" });
  const other = await shack.add("keyer", "Losing", { port: portOf(losing) });
  await until(() => shack.linkOf(other).keysIn.includes("RTTY"));
  await shack.tell(other, { do: "send", text: "UR 599", mode: "RTTY" });
  await until(() => news().some(({ is }) => is === "done"));
  const signs = news().flatMap(({ letter, codes }) => (letter === undefined ? [] : [{ letter, codes: codes! }]));
  expect(misprints(signs)).toEqual([{ meant: "599", prints: "TOO" }]);
  valueOf(await shack.links.remove(other));
  await new Promise((resolve) => losing.close(resolve));
});

describe("a keyer whose master is gone", () => {
  /** Reads what a keyer says, and when it ends. */
  async function heard(to: Server, quit: "hang up" | "fall silent"): Promise<string> {
    const socket = connect((to.address() as AddressInfo).port, "127.0.0.1");
    let said = "";
    socket.setEncoding("utf8").on("data", (piece: string) => (said += piece));
    const order = { do: "send", id: 1, text: "0".repeat(200), speed: 20, weight: 50, wordSpace: 7 };
    socket.write(`${JSON.stringify(order)}\n`);
    while (!said.includes("letter")) await new Promise((resolve) => setTimeout(resolve, 5));
    if (quit === "hang up") socket.destroy();
    else while (!said.includes("stopped")) await new Promise((resolve) => setTimeout(resolve, 5));
    socket.destroy();
    return said;
  }

  it("stops when he hangs up, and when he falls silent", async () => {
    const impatient = await startKeyer({ port: 0, patience: 0.2 });
    expect(await heard(impatient, "fall silent")).toContain('"is":"stopped"');
    let open = 0;
    impatient.on("connection", (socket) => {
      open++;
      socket.on("close", () => open--);
    });
    await heard(impatient, "hang up");
    while (open > 0) await new Promise((resolve) => setTimeout(resolve, 5));
    await new Promise((resolve) => impatient.close(resolve));
  });
});
