import { createSocket } from "node:dgram";
import { z } from "zod";
import { adiRecord } from "../../../core/adif";
import type { StoredContact, TestStep } from "../../../core/contract";
import { type Connection, linkKind, type Opening } from "../linkKind";
import { logbook } from "../settings";

const ADDRESS = /^(\[[0-9a-f:.]+\]|[^\s:]+):(\d{1,5})$/i;

const settingsSchema = z.strictObject({
  addresses: z
    .array(z.string().regex(ADDRESS, "an address with its port, as 127.0.0.1:2333"))
    .min(1, "where they are sent to, as 127.0.0.1:2333")
    .max(20)
    .meta({ title: "Sent to", description: "address:port, one a line" }),
  logbookId: logbook.meta({ title: "Logbook", description: "whose contacts are sent", from: "logbooks" }),
  received: z
    .boolean()
    .default(false)
    .meta({ title: "Those of other programs, too", description: "no, where they send theirs here" }),
});
type Settings = z.output<typeof settingsSchema>;

/** Contacts logged here, sent to other programs as ADIF in UDP datagrams. */
export const adifOut = linkKind<Settings, never>({
  id: "adifOut",
  label: "Contacts to a program",
  about: "ADIF by UDP: each contact that is logged here is sent on as it is logged. What is imported is not.",
  role: "contacts",
  settings: settingsSchema,
  commands: z.never(),
  address: ({ addresses }) => `from here to ${addresses.join(", ")}`,
  open: (opening) => Promise.resolve(connectionOf(opening)),
  async *test({ addresses }): AsyncGenerator<TestStep> {
    for (const address of addresses) {
      const fault = await send(address, "");
      yield {
        what: address,
        ok: fault === null,
        text: fault ?? "A datagram can be sent there; whether it is heard, UDP does not tell.",
      };
    }
  },
});

/** Sends a datagram; what is wrong, or null. */
function send(address: string, text: string): Promise<string | null> {
  const [, host = "", number = ""] = ADDRESS.exec(address) ?? [];
  const plain = host.replace(/^\[|\]$/g, "");
  const socket = createSocket(plain.includes(":") ? "udp6" : "udp4");
  return new Promise((resolve) => {
    const settle = (error: Error | null) => {
      socket.close();
      resolve(error === null ? null : `${address} cannot be sent to: ${error.message}.`);
    };
    socket.once("error", settle);
    socket.send(text, Number(number), plain, (error) => {
      socket.off("error", settle);
      settle(error);
    });
  });
}

function connectionOf({ settings, remark, changed, listen }: Opening<Settings>): Connection<never> {
  const { addresses, logbookId, received } = settings;
  const counts = { sent: 0, failed: 0 };
  const kinds = received ? ["log", "received"] : ["log"];

  async function sendAll(contact: StoredContact): Promise<void> {
    const text = adiRecord(contact);
    for (const fault of await Promise.all(addresses.map((address) => send(address, text)))) {
      counts[fault === null ? "sent" : "failed"]++;
      if (fault !== null) remark(fault);
    }
    changed();
  }

  const unlisten = listen((event) => {
    if (event.type !== "contacts" || event.logbookId !== logbookId || !kinds.includes(event.by)) return;
    for (const contact of event.added) void sendAll(contact);
  });
  return {
    command: () => Promise.reject(new Error("a link that only sends is told nothing")),
    stop: () => false,
    state: () => ({ counts: { ...counts } }),
    close: unlisten,
  };
}
