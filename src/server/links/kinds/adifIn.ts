import { createSocket, type Socket } from "node:dgram";
import { z } from "zod";
import type { AdifRecord } from "../../../core/adif";
import type { TestStep } from "../../../core/contract";
import { recordsIn, takeArrival } from "../arrivals";
import { type Connection, linkKind, type Opening } from "../linkKind";
import { logbook, network, port } from "../settings";
import { liveLogbooks } from "../../logbook/liveLogbooks";

const settingsSchema = z.strictObject({
  port: port.meta({ title: "Port", description: "that the other program sends to" }),
  host: network.meta({ title: "Address", description: "0.0.0.0 hears other computers, too" }),
  senders: z
    .array(z.string().min(1).max(60))
    .max(50)
    .default([])
    .meta({ title: "Who may send", description: "addresses, one a line; empty for this computer alone" }),
  logbookId: logbook.meta({ title: "Logbook", description: "that they are logged in", from: "logbooks" }),
  asks: z
    .enum(["at once", "ask"])
    .default("at once")
    .meta({ title: "What comes", labels: { "at once": "Is logged at once", ask: "Waits until it is confirmed" } }),
});
type Settings = z.output<typeof settingsSchema>;

/** Larger datagrams hold no record of a contact, bytes. */
const LARGEST = 16_384;
/** So many records wait at most while the log is busy. */
const MOST_WAITING = 20_000;
/** The system keeps so much of what comes faster than it is read, bytes. */
const BUFFER = 4_000_000;
/** Others write in between, milliseconds. */
const TURN_MS = 10;
/** What could not be written is tried again after so long, milliseconds. */
const AGAIN_MS = 1000;
/** How often browsers hear of what was counted, milliseconds. */
const TOLD_MS = 250;

const THIS_COMPUTER = ["127.0.0.1", "::1"];

/** Contacts that other programs send as ADIF in UDP datagrams. */
export const adifIn = linkKind<Settings, never>({
  id: "adifIn",
  label: "Contacts from a program",
  about:
    "ADIF by UDP: another program sends each contact that it logs; here it is logged with the site and the contest that is on.",
  role: "contacts",
  settings: settingsSchema,
  commands: z.never(),
  address: ({ host, port: number }) => `UDP ${host}:${number}`,
  async open(opening) {
    const { host, port: number } = opening.settings;
    return connectionOf(opening, await listen(host, number));
  },
  async *test({ host, port: number, logbookId }, { store }): AsyncGenerator<TestStep> {
    const what = "Address";
    try {
      const socket = await listen(host, number);
      await new Promise<void>((resolve) => socket.close(resolve));
      yield { what, ok: true, text: `${host}:${number} can be listened at. Let the other program send to it.` };
    } catch (error) {
      yield { what, ok: false, text: (error as Error).message };
    }
    const found = store.first(liveLogbooks(store).select("name").where("id", "=", logbookId));
    yield found === undefined
      ? { what: "Logbook", ok: false, text: "It is not there any more: choose another." }
      : { what: "Logbook", ok: true, text: found.name };
  },
});

function listen(host: string, number: number): Promise<Socket> {
  return new Promise((resolve, reject) => {
    const socket = createSocket({ type: host.includes(":") ? "udp6" : "udp4", recvBufferSize: BUFFER });
    socket.once("error", (error: NodeJS.ErrnoException) => {
      socket.close();
      reject(new Error(bindFault(host, number, error)));
    });
    socket.bind(number, host, () => resolve(socket));
  });
}

function bindFault(host: string, number: number, { code, message }: NodeJS.ErrnoException): string {
  if (code === "EADDRINUSE") return `Another program listens at port ${number} already: close it, or choose another.`;
  if (code === "EADDRNOTAVAIL") return `${host} is no address of this computer: 127.0.0.1 always is.`;
  if (code === "EACCES") return `Port ${number} may not be used: choose one above 1023.`;
  return `${host}:${number} cannot be listened at: ${code ?? message}.`;
}

interface Waiting {
  readonly record: AdifRecord;
  readonly sender: string;
}

function connectionOf(opening: Opening<Settings>, socket: Socket): Connection<never> {
  const { settings, name, context, changed, remark, lost } = opening;
  const { logbookId, asks } = settings;
  const senders = settings.senders.length === 0 ? THIS_COMPUTER : settings.senders;
  const counts = { datagrams: 0, records: 0, foreign: 0, malformed: 0, oversized: 0, "not taken": 0 };
  const waiting: Waiting[] = [];
  let writing = false;
  let telling: NodeJS.Timeout | undefined;
  let closed = false;

  function count(what: keyof typeof counts, by = 1): void {
    counts[what] += by;
    tell();
  }

  /** Lets browsers hear of what was counted and logged, not with each of it. */
  function tell(): void {
    telling ??= setTimeout(() => {
      telling = undefined;
      if (closed) return;
      changed();
      context.announce({ type: "arrivals" });
    }, TOLD_MS);
  }

  function take(datagram: Buffer, address: string, from: number): void {
    count("datagrams");
    if (!senders.includes(address)) return count("foreign");
    if (datagram.length > LARGEST) return count("oversized");
    const records = recordsIn(datagram);
    if (records.length === 0) return count("malformed");
    count("records", records.length);
    for (const record of records) {
      if (waiting.length >= MOST_WAITING) count("not taken");
      else waiting.push({ record, sender: `${address}:${from}` });
    }
    void write();
  }

  /** Takes what waits, some at a time, one time after the other. */
  async function write(): Promise<void> {
    if (writing) return;
    writing = true;
    let failed = false;
    while (waiting.length > 0) {
      try {
        await context.write(() =>
          context.store.transaction(() => {
            const until = Date.now() + TURN_MS;
            let taken = 0;
            for (const { record, sender } of waiting) {
              takeArrival(context, { linkName: name, sender, logbookId, record }, asks === "ask");
              taken++;
              if (Date.now() >= until) break;
            }
            context.store.afterCommit(() => waiting.splice(0, taken));
          }),
        );
      } catch (error) {
        if (closed) break;
        failed = true;
        remark(`What came waits, since it cannot be written: ${(error as Error).message}.`);
        await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
        continue;
      }
      if (failed) remark(null);
      failed = false;
      tell();
    }
    writing = false;
  }

  socket.on("message", (datagram, { address, port: from }) => take(datagram, address.replace(/^::ffff:/, ""), from));
  socket.on("error", (error) => lost(`It cannot listen any more: ${error.message}.`));
  return {
    command: () => Promise.reject(new Error("a link that listens is told nothing")),
    stop: () => false,
    state: () => ({ counts: { ...counts } }),
    close() {
      closed = true;
      clearTimeout(telling);
      socket.close();
    },
  };
}
