import { createSocket } from "node:dgram";
import { type AddressInfo, createServer, type Socket } from "node:net";
import { adiReader, contactFromAdif, NO_HEADER } from "../../src/core/adif";
import { createAir } from "../world/air";
import type { Guest } from "../world/guests";
import { createCompanion, type MadeContact } from "./operator";
import { recordOf } from "./record";
import { startCompanion } from "./server";

const START = Date.UTC(2026, 10, 26, 20) / 1000;
const GUEST: Guest = {
  call: "CX3QUA",
  point: { latitude: -34.4, longitude: -53.8 },
  power: 50,
  gain: [3, 6],
  surroundings: "quiet",
};

test("it makes contacts on the air by itself, each once, and the others have them in their logs", () => {
  const operate = createCompanion("CX3QUA", "GF35co");
  const made: MadeContact[] = [];
  const logged: string[] = [];
  let waiting: { at: number; act: () => void }[] = [];
  const air = createAir({
    seed: 11,
    stations: 90,
    startsAt: START,
    onEntry: ({ call }) => logged.push(call),
    onTransmission(sent) {
      if (sent.mode !== "FT8" || sent.by === GUEST) return;
      waiting.push({
        at: sent.to,
        act() {
          const { over } = air.heard(sent, GUEST);
          if (over < -20) return;
          const move = operate({ ...sent, lasts: sent.to - sent.from, over });
          if (move?.do === "log") made.push(move.contact);
          if (move?.do === "send")
            waiting.push({
              at: move.at,
              act: () =>
                void air.send(GUEST, { frequencyHz: move.frequencyHz, mode: "FT8", speed: 25, text: move.text }),
            });
        },
      });
    },
  });
  for (let second = 0; second < 5400 && made.length < 3; second++) {
    air.runUntil(START + second);
    const due = waiting.filter(({ at }) => at <= air.now);
    waiting = waiting.filter(({ at }) => at > air.now);
    for (const { act } of due) act();
  }
  expect(made.length).toBeGreaterThanOrEqual(3);
  expect(new Set(made.map(({ call, frequencyHz }) => `${call} ${frequencyHz}`)).size).toBe(made.length);
  for (const { startedAt, endedAt, reportSent, reportReceived } of made) {
    expect(startedAt % 15).toBe(0);
    expect(endedAt - startedAt).toBeGreaterThan(30);
    expect([reportSent, reportReceived].join(" ")).toMatch(/^[-+]\d\d [-+]\d\d$/);
  }
  expect(logged.filter((call) => call.startsWith("CX3QU")).length).toBeGreaterThanOrEqual(made.length);
});

test("its record is a contact as the standard has it", () => {
  const made = {
    call: "DL1QTA",
    grid: "JO62",
    frequencyHz: 14_075_312,
    startedAt: START,
    endedAt: START + 72,
    reportSent: "-07",
    reportReceived: "-12",
  };
  const reader = adiReader();
  const [record] = [...reader.push(recordOf(made, "CX3QUA", "GF35co")), ...reader.finish()];
  const understood = contactFromAdif(record!, NO_HEADER);
  expect(understood).toMatchObject({
    ok: true,
    contact: {
      call: "DL1QTA",
      startedAt: "2026-11-26T20:00:00Z",
      endedAt: "2026-11-26T20:01:12Z",
      frequencyHz: 14_075_312,
      band: "20m",
      mode: "FT8",
      ownCall: "CX3QUA",
      ownGrid: "GF35co",
    },
  });
});

test("what was made goes out in a datagram, to who listens", async () => {
  const heard = createSocket("udp4");
  await new Promise<void>((resolve) => heard.bind(0, "127.0.0.1", resolve));
  const datagram = new Promise<string>((resolve) => heard.once("message", (text) => resolve(text.toString())));
  const from = Date.now() / 1000 - 30;
  let door: Socket | undefined;
  const say = (text: string) =>
    door!.write(
      `${JSON.stringify({ is: "sent", mode: "FT8", text, frequencyHz: 14_075_300, from, lasts: 12.64, strength: -100, noise: -110 })}\n`,
    );
  const air = createServer((socket) => {
    door = socket;
    socket
      .on("error", () => {})
      .once("data", () => {
        for (const text of ["CQ DL1QTA JO62", "CX3QUA DL1QTA -12", "CX3QUA DL1QTA RR73"]) say(text);
      });
  });
  await new Promise<void>((resolve) => air.listen(0, "127.0.0.1", resolve));
  const companion = startCompanion({
    airPort: (air.address() as AddressInfo).port,
    call: "CX3QUA",
    grid: "GF35co",
    watts: 50,
    sendsTo: heard.address().port,
  });
  expect(await datagram).toContain("<CALL:6>DL1QTA <GRIDSQUARE:4>JO62 <MODE:3>FT8 ");
  companion.close();
  door?.destroy();
  heard.close();
  await new Promise((resolve) => air.close(resolve));
});
