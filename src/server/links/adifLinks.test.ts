import { createSocket, type Socket } from "node:dgram";
import { adiField } from "../../core/adif";
import { isoTime } from "../../core/contact";
import { entryInputSchema } from "../../core/contract";
import { createEntry } from "../contest/entries";
import { contactsById } from "../logbook/contactRow";
import { logContact } from "../logbook/contacts";
import { countedSlots, keptSlots, taken, valueOf } from "../testing";
import { confirmArrival, listArrivals, undoArrival } from "./arrivals";
import { type TestLinks, testLinks, until } from "./testing";

let shack: TestLinks;
let sender: Socket;
let number: number;

/** A port that nobody listens at. */
async function freePort(): Promise<number> {
  const probe = createSocket("udp4");
  await new Promise<void>((resolve) => probe.bind(0, "127.0.0.1", resolve));
  const { port } = probe.address();
  await new Promise<void>((resolve) => probe.close(resolve));
  return port;
}

beforeEach(async () => {
  shack = await testLinks();
  sender = createSocket("udp4");
  number = await freePort();
});
afterEach(async () => {
  shack.close();
  await new Promise<void>((resolve) => sender.close(resolve));
});

async function listen(settings: object = {}): Promise<number> {
  const id = await shack.add("adifIn", "Companion", { port: number, logbookId: shack.logbookId, ...settings });
  await shack.up(id);
  return id;
}
const send = (text: string | Buffer, port = number) =>
  new Promise((resolve) => sender.send(text, port, "127.0.0.1", resolve));

/** A record of ADIF, of what is common with changes. */
function record(change: Readonly<Record<string, string>> = {}): string {
  const at = isoTime(shack.context.now() - 60).replace(/[-:]/g, "");
  const fields = {
    CALL: "DL1QTA",
    QSO_DATE: at.slice(0, 8),
    TIME_ON: at.slice(9, 15),
    BAND: "20m",
    FREQ: "14.075312",
    MODE: "FT8",
    RST_SENT: "-07",
    RST_RCVD: "-12",
    GRIDSQUARE: "JO62",
    ...change,
  };
  return `${Object.entries(fields)
    .map(([name, value]) => adiField(name, value))
    .join("")}<EOR>`;
}
const arrivals = () => listArrivals(shack.context, { limit: 100 });
const counts = (id: number) => shack.linkOf(id).counts;
const contactOf = (id: number | null) => contactsById(shack.context.store, [id!])[0]!;

it("logs what comes at once, with the site, the entity and what the log knows of the station", async () => {
  const { context, logbookId } = shack;
  const before = { call: "DL1QTA", startedAt: "2026-11-20T10:00:00Z", band: "40m", mode: "CW", name: "Jutta" };
  valueOf(logContact(context, logbookId, before));
  await listen();
  await send(record());
  const [arrival] = await until(() => arrivals().length > 0 && arrivals());
  expect(arrival).toMatchObject({ linkName: "Companion", call: "DL1QTA", band: "20m", mode: "FT8", outcome: "logged" });
  expect(arrival!.sender).toMatch(/^127\.0\.0\.1:\d+$/);
  expect(contactOf(arrival!.contactId)).toMatchObject({
    call: "DL1QTA",
    frequencyHz: 14_075_312,
    entityCode: 230,
    grid: "JO62",
    name: "Jutta",
    ownCall: "CX3QUA",
    ownGrid: "GF35co",
    cqZone: 14,
    confirmations: expect.arrayContaining([
      expect.objectContaining({ channel: "lantern", sent: "waiting" }),
    ]) as unknown,
  });
});

it("takes several records of a datagram, with a header or without, and sees what is there already", async () => {
  const id = await listen();
  await send(`A log <ADIF_VER:5>3.1.4 <EOH>\n${record()}${record({ CALL: "F5QUB" })}`);
  await send(record());
  await until(() => arrivals().length === 3);
  expect(arrivals().map(({ call, outcome }) => `${call} ${outcome}`)).toEqual([
    "DL1QTA twin",
    "F5QUB logged",
    "DL1QTA logged",
  ]);
  expect(arrivals()[0]!.contactId).toBe(arrivals()[2]!.contactId);
  expect(counts(id)).toMatchObject({ datagrams: 2, records: 3 });
});

it("keeps what cannot be logged, and says why", async () => {
  const id = await listen();
  const tomorrow = isoTime(shack.context.now() + 86_400).replace(/[-:]/g, "");
  await send(record({ QSO_DATE: tomorrow.slice(0, 8), TIME_ON: tomorrow.slice(9, 15) }));
  await send(record({ CALL: "???" }));
  await until(() => arrivals().length === 2);
  expect(arrivals().map(({ outcome, text }) => [outcome, text])).toEqual([
    ["refused", expect.stringContaining("call") as string],
    ["refused", expect.stringContaining("is in the future") as string],
  ]);
  await send("what is this?");
  await send(Buffer.alloc(60_000, "<CALL:5>"));
  await send(Buffer.from([0, 255, 254, 60, 67]));
  await until(() => counts(id).datagrams === 5);
  expect(counts(id)).toMatchObject({ malformed: 2, oversized: 1, records: 2 });
});

it("hears only who may send", async () => {
  const id = await listen({ senders: ["192.0.2.7"] });
  await send(record());
  await until(() => counts(id).foreign === 1);
  expect(arrivals()).toEqual([]);
});

it("undoes one, once", async () => {
  const { context, logbookId } = shack;
  await listen();
  await send(record());
  const [arrival] = await until(() => arrivals().length > 0 && arrivals());
  expect(valueOf(undoArrival(context, arrival!.id)).outcome).toBe("undone");
  expect(contactsById(context.store, [arrival!.contactId!])).toEqual([]);
  expect(undoArrival(context, arrival!.id)).toMatchObject({ problem: { status: 409 } });
  expect(undoArrival(context, 999)).toMatchObject({ problem: { status: 404 } });
  expect(keptSlots(context, logbookId)).toEqual(countedSlots(context, logbookId));
});

it("waits to be confirmed where that is asked, and is logged with what is said besides", async () => {
  const { context } = shack;
  await listen({ asks: "ask" });
  await send(record());
  await send(record({ CALL: "F5QUB" }));
  await until(() => arrivals().length === 2);
  const [second, first] = arrivals();
  expect([first!.outcome, first!.contactId]).toEqual(["asked", null]);
  const facts = { comment: "weak", propagation: "ES", power: 20 };
  const confirmed = valueOf(confirmArrival(context, first!.id, facts));
  expect(contactOf(confirmed.contactId)).toMatchObject({ ...facts, call: "DL1QTA" });
  expect(confirmArrival(context, first!.id, {})).toMatchObject({ problem: { status: 409 } });
  expect(valueOf(undoArrival(context, second!.id)).outcome).toBe("dropped");
  expect(listArrivals(context, { outcome: "asked", limit: 10 })).toEqual([]);
});

it("is a contact of the contest that is on, with its exchange and a serial of its own", async () => {
  const { context, logbookId } = shack;
  const now = context.now();
  const entry = valueOf(
    createEntry(
      context,
      logbookId,
      taken(entryInputSchema, {
        tag: "SUDESTADA-PREFIX",
        ownCall: "CX3QUA",
        operators: ["CX3QUA"],
        category: { operator: "SINGLE-OP", assisted: "NON-ASSISTED", band: "ALL", mode: "CW", power: "LOW" },
      }),
    ),
  );
  shack.context.store.run(
    context.store.q
      .updateTable("contestEntry")
      .set({ startsAt: now - 3600, endsAt: now + 3600 })
      .where("id", "=", entry.id),
  );
  await listen();
  const inContest = { MODE: "CW", FREQ: "14.025", RST_SENT: "599", RST_RCVD: "599" };
  await send(record({ ...inContest, STX: "1", SRX: "17" }));
  await send(record({ ...inContest, CALL: "F5QUB", STX: "1", SRX: "18" }));
  await send(record({ CALL: "G4QTC", BAND: "30m", FREQ: "10.138" }));
  await until(() => arrivals().length === 3);
  const [outside, second, first] = arrivals().map(({ contactId }) => contactOf(contactId));
  expect(first).toMatchObject({
    contestId: "SUDESTADA-PREFIX",
    serialSent: 1,
    serialReceived: 17,
  });
  expect(second).toMatchObject({ contestId: "SUDESTADA-PREFIX", serialSent: 2, serialReceived: 18 });
  expect(arrivals()[1]!.text).toContain("serial 1 was another contact's already");
  expect(outside!.contestId).toBeNull();
});

it("loses none and doubles none of what comes faster than it is written", async () => {
  const id = await listen();
  const calls = Array.from(
    { length: 600 },
    (_, at) => `DL${at % 10}Q${"RSTU"[Math.floor(at / 10) % 4]!}${LETTERS[Math.floor(at / 40)]!}`,
  );
  for (const call of calls) await send(record({ CALL: call }));
  await until(() => arrivals().length === 100 && counts(id).records === 600);
  const logged = () =>
    shack.context.store.values(
      shack.context.store.q.selectFrom("arrival").select("call").where("outcome", "=", "logged"),
    );
  await until(() => logged().length === 600);
  expect(new Set(logged())).toEqual(new Set(calls));
});
const LETTERS = [..."ABCDEFGHIJKLMNOPQRSTUVWXYZ"];

it("cannot listen where another program does, and says so", async () => {
  const other = createSocket("udp4");
  await new Promise<void>((resolve) => other.bind(number, "127.0.0.1", resolve));
  const id = await shack.add("adifIn", "Companion", { port: number, logbookId: shack.logbookId });
  await until(() => shack.linkOf(id).text?.includes("Another program listens at port"));
  expect(
    valueOf(await shack.links.test({ kind: "adifIn", settings: { port: number, logbookId: 999 } })).map(({ ok }) => ok),
  ).toEqual([false, false]);
  await new Promise<void>((resolve) => other.close(resolve));
  await shack.up(id);
});

describe("contacts sent on", () => {
  let heard: string[];
  let far: Socket;
  beforeEach(async () => {
    heard = [];
    far = createSocket("udp4");
    far.on("message", (datagram) => heard.push(datagram.toString()));
    await new Promise<void>((resolve) => far.bind(0, "127.0.0.1", resolve));
  });
  afterEach(() => new Promise<void>((resolve) => far.close(resolve)));

  it("are those that are logged here, each once, and not what came from a program", async () => {
    const { context, logbookId } = shack;
    const address = `127.0.0.1:${far.address().port}`;
    const id = await shack.add("adifOut", "Onward", { addresses: [address], logbookId });
    await shack.up(id);
    await listen();
    await send(record());
    await until(() => arrivals().length === 1);
    valueOf(
      logContact(context, logbookId, { call: "F5QUB", startedAt: "2026-11-20T10:00:00Z", band: "40m", mode: "CW" }),
    );
    await until(() => heard.length > 0);
    expect(heard).toHaveLength(1);
    expect(heard[0]).toContain("<CALL:5>F5QUB");
    expect(heard[0]).toContain("<EOR>");
    await until(() => counts(id).sent === 1);
    expect(
      valueOf(await shack.links.test({ kind: "adifOut", settings: { addresses: [address], logbookId } })),
    ).toMatchObject([{ ok: true }]);
  });

  it("are refused an address that is none", async () => {
    const added = await shack.links.add({
      kind: "adifOut",
      name: "O",
      on: true,
      settings: { addresses: ["there"], logbookId: 1 },
    });
    expect(added).toMatchObject({ problem: { faults: [{ field: "settings.addresses.0" }] } });
  });
});
