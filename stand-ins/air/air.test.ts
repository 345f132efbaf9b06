import { type AddressInfo, connect, type Server, type Socket } from "node:net";
import { startAir } from "./server";
import { startSun } from "../sun/server";

/** What the air says, as far as the tests look at it. */
interface Said {
  readonly is: string;
  readonly id?: number;
  readonly frequencyHz?: number;
  readonly text?: string;
  readonly lasts?: number;
  readonly from?: number;
  readonly strength?: number;
  readonly noise?: number;
}

const open: (Server | Socket)[] = [];
afterEach(() => {
  for (const one of open.splice(0))
    if ("destroy" in one) one.destroy();
    else one.close();
});

async function begin(pace = 60) {
  const server = await startAir({ port: 0, seed: 4, stations: 60, pace, before: 1800 });
  open.push(server);
  return () => door((server.address() as AddressInfo).port);
}

function door(port: number) {
  const socket = connect(port, "127.0.0.1");
  open.unshift(socket);
  const said: Said[] = [];
  let heard: (() => void) | null = null;
  let rest = "";
  socket.setEncoding("utf8");
  socket.on("data", (piece: string) => {
    const lines = (rest + piece).split("\n");
    rest = lines.pop()!;
    said.push(...lines.map((line) => JSON.parse(line) as Said));
    heard?.();
  });
  const until = async (fits: (said: Said) => boolean): Promise<Said> => {
    for (;;) {
      const found = said.find(fits);
      if (found !== undefined) return found;
      await new Promise<void>((resolve) => (heard = resolve));
    }
  };
  const tell = (order: object | string) =>
    socket.write(`${typeof order === "string" ? order : JSON.stringify(order)}\n`);
  return { said, until, tell };
}

test("who listens to a stretch hears what is sent there, with its text and how strong it is", async () => {
  const { said, until, tell } = (await begin())();
  expect(await until(({ is }) => is === "ready")).toMatchObject({ stations: 60 });
  tell({ do: "listen", low: 1_800_000, high: 30_000_000, grid: "GF35co" });
  const sent = await until(({ is }) => is === "sent");
  expect(sent.text).not.toBe("");
  expect(sent.strength! - sent.noise!).toBeGreaterThanOrEqual(-25);
  tell({ do: "listen", low: 14_000_000, high: 14_350_000, grid: "GF35co" });
  said.length = 0;
  await until(({ is, frequencyHz }) => is === "sent" && frequencyHz! > 14_000_000 && frequencyHz! < 14_350_000);
});

test("what is sent through the door is heard by others, until it is broken off", async () => {
  const join = await begin(1);
  const [ours, others] = [join(), join()];
  others.tell({ do: "listen", low: 7_000_000, high: 7_040_000, grid: "GF25" });
  await others.until(({ is }) => is === "ready");
  const order = { do: "send", id: 7, call: "CX3QUA", grid: "GF35co", frequencyHz: 7_011_000, mode: "CW", speed: 20 };
  ours.tell({ ...order, text: "CQ CQ DE CX3QUA K" });
  const sending = await ours.until(({ is }) => is === "sending");
  expect(sending.id).toBe(7);
  expect(sending.lasts).toBeGreaterThan(8);
  const { id, lasts } = await others.until(({ text }) => text === "CQ CQ DE CX3QUA K");
  expect(lasts).toBe(sending.lasts);
  ours.tell({ do: "stop", id: 7 });
  await others.until((one) => one.is === "stopped" && one.id === id);
});

test("what is sent goes on with a longer text, from the same beginning, under the same number", async () => {
  const join = await begin(1);
  const [ours, others] = [join(), join()];
  others.tell({ do: "listen", low: 7_000_000, high: 7_040_000, grid: "GF25" });
  await others.until(({ is }) => is === "ready");
  const order = { do: "send", id: 7, call: "CX3QUA", grid: "GF35co", frequencyHz: 7_011_000, mode: "RTTY" };
  ours.tell({ ...order, text: "CQ CQ" });
  const first = await others.until(({ text }) => text === "CQ CQ");
  ours.tell({ ...order, text: "CQ CQ DE CX3QUA", more: true });
  await others.until(({ is, id }) => is === "stopped" && id === first.id);
  const on = await others.until(({ text }) => text === "CQ CQ DE CX3QUA");
  expect(on.from).toBe(first.from);
  expect(on.lasts).toBeGreaterThan(first.lasts!);
  ours.tell({ do: "stop", id: 7 });
  await others.until(({ is, id }) => is === "stopped" && id === on.id);
});

test("who sends does not hear himself; off the bands nobody answers, and the air goes on", async () => {
  const join = await begin(1);
  const [ours, others] = [join(), join()];
  for (const { tell, until } of [ours, others]) {
    tell({ do: "listen", low: 100_000, high: 450_000_000, grid: "GF35co" });
    await until(({ is }) => is === "ready");
  }
  for (const [id, frequencyHz] of [13_000_000, 145_500_000, 500_000].entries()) {
    const order = { do: "send", id, call: "CX3QUA", grid: "GF35co", frequencyHz, mode: "CW", speed: 40 };
    ours.tell({ ...order, text: "CQ CX3QUA" });
    await others.until((one) => one.frequencyHz === frequencyHz && one.text === "CQ CX3QUA");
  }
  ours.tell({ do: "send", id: 9, call: "CX3QUA", grid: "GF35co", frequencyHz: 7_011_000, mode: "CW", text: "E" });
  await ours.until(({ is, id }) => is === "sending" && id === 9);
  expect(ours.said.filter(({ text }) => text === "CQ CX3QUA" || text === "E")).toEqual([]);
});

test.each([
  ["no JSON", "the line"],
  [{ do: "listen", low: 1, high: 2, grid: "GF35" }, "low"],
  [{ do: "listen", low: 7_000_000, high: 7_100_000, grid: "nowhere" }, "grid: a grid is written like GF35co"],
  [{ do: "dance" }, "do"],
])("%j is told to be no order", async (order, text) => {
  const { until, tell } = (await begin())();
  tell(order);
  expect((await until(({ is }) => is === "fault")).text).toContain(text);
});

test("the sun's figures, of today and of the days before", async () => {
  const server = await startSun({ port: 0, seed: 4 });
  open.push(server);
  const response = await fetch(`http://127.0.0.1:${(server.address() as AddressInfo).port}/figures`);
  const figures = (await response.json()) as { sunspots: number; days: { day: string; sunspots: number }[] };
  expect(figures.days).toHaveLength(30);
  expect(figures.days[0]).toMatchObject({ sunspots: figures.sunspots });
  expect(figures.days[0]!.day > figures.days[1]!.day).toBe(true);
});
