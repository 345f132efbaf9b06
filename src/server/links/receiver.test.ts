import { formatFrequency } from "../../core/band";
import { createServer } from "node:net";
import type { AddressInfo, Server, Socket } from "node:net";
import { startReceiver, type ReceiverServer } from "../../../stand-ins/receiver/server";
import { valueOf } from "../testing";
import { testLinks, type TestLinks, until } from "./testing";

let all: TestLinks;
let receiver: ReceiverServer;
let port: number;
const servers: Server[] = [];

beforeEach(async () => {
  all = await testLinks();
  receiver = await startReceiver({ port: 0, airPort: null, grid: "GF35co", dial: () => 7_010_000 });
  servers.push(receiver.server);
  ({ port } = receiver.server.address() as AddressInfo);
});
afterEach(async () => {
  all.close();
  await Promise.all(
    servers.splice(0).map((server) => {
      server.emit("close-all");
      return new Promise((resolve) => server.close(resolve));
    }),
  );
});

/** Somebody else at the port: does something with each who comes. */
async function other(serve: (socket: Socket) => void): Promise<number> {
  const server = createServer((socket) => {
    server.on("close-all", () => socket.destroy());
    serve(socket);
  });
  servers.push(server);
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  return (server.address() as AddressInfo).port;
}

test("what a receiver hears comes in blocks, as wide as it is set, from which link it is", async () => {
  const id = await all.add("receiver", "Beside the radio", { port, rate: "96000", isSwapped: true });
  await all.up(id);
  const block = await until(() => all.received.find(({ rate }) => rate === 96_000));
  expect(block).toMatchObject({ source: id, centreHz: 7_010_000, isSwapped: true });
  expect(block.bytes.length % 4).toBe(0);
  expect(all.linkOf(id)).toMatchObject({ role: "receiver", phase: "up", radio: null });
});

test("a width that it has not is refused, and said", async () => {
  const answer = await all.links.add({ kind: "receiver", name: "R", on: true, settings: { port, rate: 44_100 } });
  expect(answer).toMatchObject({ ok: false, problem: { faults: [{ field: "settings.rate" }] } });
});

test("who says something else is left, with what is wrong, and tried again", async () => {
  receiver.behave("nonsense");
  const id = await all.add("receiver", "R", { port });
  await until(() => all.linkOf(id).text?.includes("no I and Q"));
  expect(all.received).toEqual([]);
  receiver.behave("normal");
  await until(() => all.received.length > 0);
  expect(all.linkOf(id).phase).toBe("up");
});

test("who is cut off in a block is gone, and found again", async () => {
  const id = await all.add("receiver", "R", { port });
  await until(() => all.received.length > 0);
  receiver.behave("cut");
  await until(() => all.linkOf(id).text?.includes("went away"));
  receiver.behave("normal");
  const before = all.received.length;
  await until(() => all.received.length > before);
});

test.each([
  ["promises more than a block may have", '"bytes": 4000000000}\n'],
  ["gives half a pair", '"bytes": 6}\nabcdef'],
])("who %s is left", async (_, rest) => {
  const id = await all.add("receiver", "R", {
    port: await other((socket) => {
      socket.on("error", () => {});
      socket.write(`{"is": "samples", "at": 1, "centreHz": 7010000, "rate": 48000, ${rest}`);
    }),
  });
  await until(() => all.linkOf(id).text?.includes("no I and Q"));
  expect(all.received).toEqual([]);
});

test("who gives nothing is left after some seconds", async () => {
  receiver.behave("silent");
  const id = await all.add("receiver", "R", { port });
  await until(() => all.linkOf(id).text?.includes("gives nothing to hear"));
});

test("trying it says what it hears, or what is wrong", async () => {
  const tried = async (settings: object) =>
    valueOf(await all.links.test({ kind: "receiver", settings: settings as Record<string, unknown> }));
  expect(await tried({ port, rate: 24_000 })).toEqual([
    expect.objectContaining({ what: "Address", ok: true }),
    { what: "Protocol", ok: true, text: `It hears 24 kHz around ${formatFrequency(7_010_000)} kHz.` },
  ]);
  receiver.behave("nonsense");
  expect(await tried({ port })).toContainEqual(expect.objectContaining({ what: "Protocol", ok: false }));
  receiver.behave("gone");
  expect(await tried({ port })).toContainEqual({ what: "Protocol", ok: false, text: "It closed the connection." });
});
