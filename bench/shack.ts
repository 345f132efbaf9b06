import type { Page } from "@playwright/test";
import { createSocket } from "node:dgram";
import type { AddressInfo } from "node:net";
import type { App } from "../e2e/app";
import type { Link } from "../src/core/contract";
import { recordOf } from "../stand-ins/companion/record";
import { PETREL, petrelDialect } from "../stand-ins/radio/petrel";
import { startRadio } from "../stand-ins/radio/server";
import { type Line, most, under } from "./measure";

const TURNS = 200;
const TURN_MS = 60;
const A_SECOND = 50;
const CONTACTS_A_SECOND = 100;
const SECONDS = 60;

declare global {
  /** When each text was on the rail, milliseconds since 1970. */
  var railed: Map<string, number>;
}

const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/**
 * A radio whose knob is turned: how long until it is on the rail, and what 50 turns a second do to what is typed.
 *
 * @param typeCalls types calls, and gives the times from key to painted reading
 */
export async function measureRadio(app: App, page: Page, typeCalls: () => Promise<number[]>): Promise<Line[]> {
  const air = { port: null, call: "CX3QUA", grid: "GF35co", speed: 26 };
  const petrel = await startRadio({ port: 0, model: PETREL, dialect: petrelDialect, frequencyHz: 14_000_000, air });
  const { port } = petrel.server.address() as AddressInfo;
  const link = await app.api<Link>("links", {
    method: "POST",
    json: { kind: "radio", name: "Petrel", settings: { descriptor: "PETREL", port } },
  });
  await page.reload();
  const rail = page.getByRole("button", { name: /^Radio: Petrel, 14 000.00/ });
  await rail.waitFor();
  await page.evaluate("globalThis.__name = (value) => value");
  await page.evaluate(() => {
    globalThis.railed = new Map();
    const button = document.querySelector('header [aria-label^="Radio:"]')!;
    new MutationObserver(() => {
      const text = button.getAttribute("aria-label")!;
      requestAnimationFrame(
        () =>
          void scheduler.postTask(() => globalThis.railed.set(text, performance.timeOrigin + performance.now()), {
            priority: "user-blocking",
          }),
      );
    }).observe(button, { attributes: true });
  });
  const turned = new Map<number, number>();
  for (let turn = 1; turn <= TURNS; turn++) {
    const frequencyHz = 14_000_000 + turn * 100;
    turned.set(frequencyHz, performance.timeOrigin + performance.now());
    petrel.radio.change({ frequencyHz });
    await wait(TURN_MS);
  }
  const railed = new Map(await page.evaluate(() => [...globalThis.railed]));
  const times = [...turned].map(([frequencyHz, at]) => {
    const kilohertz = `14 ${((frequencyHz - 14_000_000) / 1000).toFixed(2).padStart(6, "0")}`;
    const seen = railed.get(`Radio: Petrel, ${kilohertz} kHz CW`);
    return seen === undefined ? Infinity : seen - at;
  });
  let frequencyHz = 14_020_000;
  const turning = setInterval(() => petrel.radio.change({ frequencyHz: (frequencyHz += 10) }), 1000 / A_SECOND);
  const keys = await typeCalls();
  clearInterval(turning);
  await app.api(`links/${link.id}`, { method: "DELETE" });
  petrel.behave("gone");
  await new Promise((resolve) => petrel.server.close(resolve));
  return [
    under(`a turn of the knob on the rail, p95 of ${TURNS}`, most(times, 0.95), 100),
    under(`key to painted reading while the knob turns ${A_SECOND} times a second, p95`, most(keys, 0.95), 25),
  ];
}

/** A program that sends contacts for a minute: whether each is in the log, once. */
export async function measureCompanion(app: App): Promise<Line> {
  const probe = createSocket("udp4");
  await new Promise<void>((resolve) => probe.bind(0, "127.0.0.1", resolve));
  const { port } = probe.address();
  await new Promise<void>((resolve) => probe.close(resolve));
  const link = await app.api<Link>("links", {
    method: "POST",
    json: { kind: "adifIn", name: "Companion", settings: { port, logbookId: 1 } },
  });
  const contactCount = async () =>
    (await app.api<{ items: { id: number; contactCount: number }[] }>("logbooks")).items.find(({ id }) => id === 1)!
      .contactCount;
  const counted = async () =>
    (await app.api<{ items: Link[] }>("links")).items.find(({ id }) => id === link.id)!.counts.records ?? 0;
  const before = await contactCount();
  const sender = createSocket("udp4");
  const began = Date.now();
  const all = CONTACTS_A_SECOND * SECONDS;
  for (let sent = 0; sent < all; sent++) {
    const made = {
      call: `${PREFIXES[sent % PREFIXES.length]!}${Math.floor(sent / 6) % 10}Q${suffix(Math.floor(sent / 60))}`,
      grid: "JO62",
      frequencyHz: 14_074_000 + (sent % 2500),
      startedAt: Math.floor(Date.now() / 1000) - 60,
      endedAt: Math.floor(Date.now() / 1000),
      reportSent: "-07",
      reportReceived: "-12",
    };
    sender.send(recordOf(made, "CX3QUA", "GF35co"), port, "127.0.0.1");
    await wait(Math.max(0, began + ((sent + 1) * 1000) / CONTACTS_A_SECOND - Date.now()));
  }
  while ((await counted()) < all && Date.now() - began < 2 * SECONDS * 1000) await wait(200);
  await wait(1000);
  const added = (await contactCount()) - before;
  sender.close();
  await app.api(`links/${link.id}`, { method: "DELETE" });
  return {
    what: `contacts from a program, ${CONTACTS_A_SECOND} a second for a minute`,
    measured: `${added} of ${all}`,
    limit: "",
    target: "none lost, none double",
    within: added === all,
  };
}

const PREFIXES = ["DL", "F", "G", "OH", "SP", "PY"] as const;

/** The letters behind the Q, RA to UZ, by number. */
function suffix(number: number): string {
  return `${"RSTU"[Math.floor(number / 26) % 4]!}${String.fromCharCode(65 + (number % 26))}`;
}
