import { keyerSend } from "../../core/contract/endpoints/keyer";
import { taken } from "../testing";
import { type AddressInfo, connect, type Server } from "node:net";
import type { LiveEvent } from "../../core/contract";
import { createKeyer, type Keyer } from "./keyer";
import { startKeyer } from "../../../stand-ins/keyer/server";

type KeyerEvent = Extract<LiveEvent, { type: "keyer" }>;

let server: Server;
let keyer: Keyer;
let events: KeyerEvent[];

beforeEach(async () => {
  events = [];
  server = await startKeyer({ port: 0, hurry: 40, limit: 10 });
  keyer = createKeyer((server.address() as AddressInfo).port, "127.0.0.1", (event) => events.push(event as KeyerEvent));
});
afterEach(async () => {
  keyer.close();
  await new Promise((resolve) => server.close(resolve));
});

const send = (input: object) => keyer.send(taken(keyerSend.body, input));
const last = () => events.at(-1);
async function ended(): Promise<KeyerEvent> {
  while (last() === undefined || last()!.is === "letter") await new Promise((resolve) => setTimeout(resolve, 5));
  return last()!;
}

it("keys a text letter by letter, and tells who asked", async () => {
  expect(await send({ text: "cq  cx3qua", speed: 30, position: "left" })).toMatchObject({ ok: true });
  expect(await ended()).toMatchObject({ is: "done", text: "CQ  CX3QUA", position: "left" });
  const letters = events.filter(({ is }) => is === "letter");
  expect(letters.map(({ letter }) => letter).join("")).toBe("CQ  CX3QUA");
  expect(letters[0]).toMatchObject({ down: [{ from: 0, to: 120 }, {}, {}, {}], lasts: 560 });
});

it("takes a new speed inside a text, and stops at once", async () => {
  await send({ text: "EEEEEEEEEEEEEEEEEEEEEEEEEEEEEE", speed: 10 });
  while (events.length < 3) await new Promise((resolve) => setTimeout(resolve, 1));
  keyer.speed(40);
  while (last()?.lasts !== 120) await new Promise((resolve) => setTimeout(resolve, 1));
  keyer.stop();
  const { is, text } = await ended();
  expect(is).toBe("stopped");
  expect(text!.length).toBeLessThan(30);
});

it("stops what is over its limit, and drops the one before for a new one", async () => {
  await send({ text: "0".repeat(200), speed: 5 });
  await send({ text: "0".repeat(200), speed: 5 });
  expect(await ended()).toMatchObject({ is: "limit" });
});

it("refuses what cannot be keyed, and says when there is no keyer", async () => {
  expect(await send({ text: "MUÑOZ", speed: 20 })).toMatchObject({
    problem: { detail: expect.stringContaining("Ñ") as string },
  });
  expect(() => taken(keyerSend.body, { text: "A", speed: 500 })).toThrow("speed");
  const nowhere = createKeyer(1, "127.0.0.1", () => {});
  expect(await nowhere.send(taken(keyerSend.body, { text: "A", speed: 20 }))).toMatchObject({
    problem: { status: 503 },
  });
  expect(nowhere.stop()).toMatchObject({ problem: { status: 503 } });
  expect(nowhere.speed(20)).toMatchObject({ problem: { status: 503 } });
});

it("makes one connection, however many send at once, and Stop reaches what is sent", async () => {
  let connections = 0;
  server.on("connection", () => connections++);
  const sends = ["E", "EE", "0".repeat(100)].map((text) => send({ text, speed: 10 }));
  expect((await Promise.all(sends)).every(({ ok }) => ok)).toBe(true);
  while (last()?.is !== "letter") await new Promise((resolve) => setTimeout(resolve, 1));
  expect(connections).toBe(1);
  expect(keyer.stop()).toMatchObject({ ok: true });
  expect(await ended()).toMatchObject({ is: "stopped" });
});

it("does not send what was stopped while the connection was made", async () => {
  const sending = send({ text: "CQ", speed: 20 });
  expect(keyer.stop()).toMatchObject({ ok: true });
  expect(await sending).toMatchObject({ problem: { title: "Stopped" } });
  expect(events).toEqual([]);
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
