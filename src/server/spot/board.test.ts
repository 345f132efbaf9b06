import {
  callExceptionInputSchema,
  contestContactInputSchema,
  entryInputSchema,
  entryPatchSchema,
  type LiveEvent,
  logbookInputSchema,
} from "../../core/contract";
import type { Heard } from "../../core/spot";
import { followAward } from "../award/followed";
import { logContestContact } from "../contest/contestLog";
import { changeEntry, createEntry } from "../contest/entries";
import { listPositionNotes } from "../contest/positions";
import type { Context } from "../context";
import { addException } from "../directory/callExceptions";
import { until } from "../links/testing";
import { createHub } from "../live/hub";
import { deleteContact, logContact } from "../logbook/contacts";
import { createLogbook } from "../logbook/logbooks";
import { taken, testContext, valueOf } from "../testing";
import { createSpotBoard, type SpotBoard } from "./board";
import { keepSun, solarNow } from "../sun/sunFigures";
import { forgetSpots, spotsSince } from "./keptSpots";
import { PATH_HOLDS } from "./valuer";

const START = Date.UTC(2026, 10, 27, 22) / 1000;
const boards: SpotBoard[] = [];
afterEach(() => {
  for (const board of boards.splice(0)) board.close();
  jest.useRealTimers();
});

async function begin() {
  const { context: quiet, logbookId } = await testContext(START);
  const hub = createHub();
  const events: Extract<LiveEvent, { type: "spots" }>[] = [];
  hub.listen((event) => event.type === "spots" && events.push(event));
  /** Of whom a directory was to be asked. */
  const wondered: string[] = [];
  let now = START;
  const context: Context = { ...quiet, announce: hub.announce, now: () => now };
  const open = () => {
    const fault = (error: unknown) => {
      throw error;
    };
    const board = createSpotBoard({
      context,
      listen: hub.listen,
      fault,
      toldMs: 1,
      wonder: (base) => wondered.push(base),
    });
    boards.push(board);
    return board;
  };
  const heard = (call: string, change: Partial<Heard> = {}): Heard => ({
    at: now,
    spotter: "W1QUA",
    frequencyHz: 14_025_000,
    call,
    remark: "",
    ...change,
  });
  const log = (call: string, minute = 0, band = "20m") =>
    valueOf(
      logContact(context, logbookId, {
        call,
        startedAt: new Date((START - 600 + minute * 60) * 1000).toISOString(),
        band,
        mode: "CW",
      }),
    );
  return { context, logbookId, hub, events, wondered, open, heard, log, later: (seconds: number) => (now += seconds) };
}

test("what is announced is one line a station, with what it is worth and its chance; the same as the reading says", async () => {
  const { logbookId, open, heard, log } = await begin();
  log("DL3QTC", 0, "15m");
  const board = open();
  expect(board.take(heard("DL1QTA", { remark: "up 2" }))).toBe(true);
  expect(board.take(heard("DL1QTA", { spotter: "LU5QTN" }))).toBe(true);
  expect(board.take(heard("P5QUZ", { frequencyHz: 7_025_000 }))).toBe(true);
  expect(board.take(heard("DL1QTA", { frequencyHz: 13_000_000 }))).toBe(false);
  const spots = valueOf(board.list(logbookId));
  expect(spots.map(({ call }) => call)).toEqual(["DL1QTA", "P5QUZ"]);
  expect(spots[0]).toMatchObject({
    entity: { name: "Germany" },
    band: "20m",
    mode: "CW",
    listensHz: 14_027_000,
    count: 2,
    heard: [
      { spotter: "LU5QTN", continent: "SA" },
      { spotter: "W1QUA", continent: "NA" },
    ],
    worth: { worth: "wanted", text: "20 m is new for Germany" },
    contacts: 0,
    duplicate: false,
    chance: "good",
  });
  expect(spots[0]!.reason).toMatch(/^LU5QTN heard it just now, \d+ km from here$/);
  expect(spots[1]).toMatchObject({ worth: { worth: "fresh" }, heard: [{ spotter: "W1QUA" }] });
  expect(board.list(99)).toMatchObject({ ok: false, problem: { status: 404 } });
});

test("a spot is worth the most of what is followed, each award by its name; it changes with what is followed and logged", async () => {
  const { context, logbookId, open, heard, log, events } = await begin();
  log("DL3QTC");
  for (const award of ["squares", "cqZones"]) valueOf(followAward(context, logbookId, award, true));
  const board = open();
  board.take(heard("DL1QTA", { remark: "CQ JO60ab" }));
  const spot = () => valueOf(board.list(logbookId))[0]!;
  expect(spot().worth).toEqual({ worth: "fresh", text: "Grid squares: JO60 was never worked" });
  expect(spot().worths.map(({ award, item, worth }) => `${award} ${item} ${worth}`)).toEqual([
    ...["entities 230 hold", "cqZones 14 hold", "squares JO60 fresh"],
  ]);
  const contact = { call: "DL2QTB", startedAt: new Date(START * 1000).toISOString(), band: "20m", mode: "CW" };
  valueOf(logContact(context, logbookId, { ...contact, grid: "JO60" }));
  await until(() => spot().worth?.worth === "hold");
  valueOf(followAward(context, logbookId, "squares", false));
  valueOf(followAward(context, logbookId, "entities", false));
  await until(() => spot().worths.length === 1);
  expect(spot().worth).toEqual({ worth: "hold", text: "Zone 14 is worked, not confirmed" });
  valueOf(followAward(context, logbookId, "cqZones", false));
  await until(() => spot().worths.length === 0);
  expect(spot().worth).toBeNull();
  expect(events.length).toBeGreaterThan(0);
});

test("the chance follows the sun's figures with the next round; what the field did hours ago counts no more", async () => {
  const { context, logbookId, open, heard, later } = await begin();
  const board = open();
  const day = new Date(START * 1000).toISOString().slice(0, 10);
  const tell = (sunspots: number, kIndex: number) =>
    context.write(() => {
      const figures = { sunspots, flux: 100, aIndex: 5, kIndex };
      keepSun(context, context.now(), figures, [{ span: day, ...figures }]);
    });
  /** The reason of a station that nobody near here has heard, on a band that the path hardly bears. */
  const reason = () => {
    board.take(heard("JA1QTA", { frequencyHz: 50_100_000 }));
    board.round();
    while (board.tell());
    return valueOf(board.list(logbookId))[0]!.reason;
  };
  const middling = reason();
  await tell(0, 2);
  later(PATH_HOLDS);
  const quiet = reason();
  const bears = (text: string) => Number(/up to ([0-9.]+) MHz/.exec(text)![1]);
  expect(bears(quiet)).toBeLessThan(bears(middling));
  await tell(200, 9);
  later(PATH_HOLDS);
  expect(bears(reason())).toBeGreaterThan(bears(middling));
  expect(solarNow(context)).toEqual({ sunspots: 200, kIndex: 9 });
  later(7 * 3600);
  expect(solarNow(context)).toEqual({ sunspots: 200, kIndex: 2 });
});

test("who has left a frequency for another one is told to be gone", async () => {
  const { logbookId, events, open, heard, later } = await begin();
  const board = open();
  board.take(heard("DL1QTA"));
  const [{ id } = { id: 0 }] = valueOf(board.list(logbookId));
  later(700);
  board.take(heard("DL1QTA", { frequencyHz: 14_060_000 }));
  expect(await until(() => events.find(({ gone }) => gone.length > 0)?.gone)).toEqual([id]);
  expect(valueOf(board.list(logbookId)).map(({ frequencyHz }) => frequencyHz)).toEqual([14_060_000]);
});

test("every browser hears of what comes, once somebody has looked; with each change of the log the worth is another", async () => {
  const { context, logbookId, events, open, heard, log } = await begin();
  const board = open();
  board.take(heard("DL1QTA"));
  expect(valueOf(board.list(logbookId))).toHaveLength(1);
  board.take(heard("LU4QSC", { frequencyHz: 14_040_000 }));
  const last = (call: string) => events.flatMap(({ spots }) => spots).findLast((spot) => spot.call === call);
  expect(await until(() => last("LU4QSC"))).toMatchObject({ worth: { worth: "fresh" } });
  const { id } = log("DL7QTB");
  expect(await until(() => last("DL1QTA"))).toMatchObject({ worth: { worth: "hold" }, contacts: 0, duplicate: false });
  log("DL1QTA", 2);
  await until(() => last("DL1QTA")?.contacts === 1);
  expect(last("DL1QTA")).toMatchObject({ duplicate: true, rank: 0 });
  // What another log has is nothing to this one.
  const site = { name: "Away", call: "LU/CX3QUA", grid: "GF05" };
  const other = valueOf(createLogbook(context, taken(logbookInputSchema, { name: "Other", site }))).id;
  expect(valueOf(board.list(other)).find(({ call }) => call === "DL1QTA")).toMatchObject({
    worth: { worth: "fresh" },
    contacts: 0,
  });
  valueOf(deleteContact(context, logbookId, id));
  await until(() => events.filter(({ logbookId: of }) => of === logbookId).length > 3);
  expect(valueOf(board.list(logbookId)).find(({ call }) => call === "DL1QTA")!.duplicate).toBe(true);
});

test("after an import all are valued anew, and after a word on where a call is as well", async () => {
  const { context, logbookId, hub, open, heard, log } = await begin();
  const board = open();
  board.take(heard("DL1QTA"));
  board.take(heard("VK9QRT", { frequencyHz: 14_035_000 }));
  valueOf(board.list(logbookId));
  const worthOf = (call: string) => valueOf(board.list(logbookId)).find((spot) => spot.call === call)!;
  // As a job does, which tells only that there was much.
  const announce = jest.spyOn(hub, "announce");
  log("DL2QTB");
  hub.announce({ type: "manyContacts", logbookId, contactCount: 1 });
  await until(() => worthOf("DL1QTA").worth?.worth === "hold");
  expect(announce).toHaveBeenCalled();
  const before = worthOf("VK9QRT").entity;
  const exception = { call: "VK9QRT", entityCode: 150, from: null, until: null };
  valueOf(addException(context, taken(callExceptionInputSchema, exception)));
  hub.announce({ type: "exceptions" });
  await until(() => worthOf("VK9QRT").entity?.code === 150);
  expect(before?.code).not.toBe(150);
});

test("while a contest is on a spot says what it brings there, and without assistance there are none, which is noted", async () => {
  const { context, logbookId, open, heard, later } = await begin();
  later(Date.UTC(2026, 9, 15, 22) / 1000 - START);
  const board = open();
  board.take(heard("DL1QTA"));
  board.take(heard("DL2QTB", { frequencyHz: 14_030_000, spotter: "W2QUA" }));
  board.take(heard("DL1QUZ", { frequencyHz: 14_075_000, remark: "FT8" }));
  const entry = (assisted: string) => ({
    tag: "SUDESTADA-PREFIX",
    ownCall: "CX3QUA",
    category: { operator: "SINGLE-OP", assisted, band: "ALL", mode: "MIXED", power: "LOW" },
    operators: ["CX3QUA"],
  });
  const { id } = valueOf(createEntry(context, logbookId, taken(entryInputSchema, entry("ASSISTED"))));
  const contest = (call: string) => valueOf(board.list(logbookId)).find((spot) => spot.call === call)!.contest;
  expect(contest("DL1QTA")).toEqual({ duplicate: false, points: 4, fresh: ["Prefixes: DL1"] });
  expect(contest("DL1QUZ")).toBeNull();
  const input = taken(contestContactInputSchema, {
    call: "DL2QTB",
    startedAt: "2026-10-15T21:30:00Z",
    band: "20m",
    mode: "CW",
    received: { report: "599", serial: "12" },
  });
  valueOf(logContestContact(context, id, input));
  await until(() => contest("DL2QTB")?.duplicate);
  expect(contest("DL1QTA")!.fresh).toHaveLength(1);
  expect(contest("DL2QTB")).toMatchObject({ points: 0, fresh: [] });

  valueOf(changeEntry(context, id, taken(entryPatchSchema, { category: entry("NON-ASSISTED").category })));
  expect(board.list(logbookId)).toMatchObject({
    ok: false,
    problem: {
      status: 409,
      detail: "Sudestada Prefix Dash is entered without assistance: spots are off while it is on",
    },
  });
  await until(() => valueOf(listPositionNotes(context, id)).length > 0);
  board.list(logbookId);
  expect(valueOf(listPositionNotes(context, id))).toMatchObject([
    { position: "Spots", text: "Sudestada Prefix Dash is entered without assistance: spots are off while it is on." },
  ]);
  valueOf(changeEntry(context, id, taken(entryPatchSchema, { on: false })));
  expect(valueOf(board.list(logbookId))).toHaveLength(3);
});

test("a contest that begins shuts spots off, and one that ends lets them in again; both are told", async () => {
  jest.useFakeTimers({ doNotFake: ["setImmediate", "queueMicrotask", "nextTick"] });
  const { context, logbookId, hub, open, heard, later } = await begin();
  // An hour before its first session.
  later(Date.UTC(2026, 9, 15, 20) / 1000 - START);
  const entry = {
    tag: "SUDESTADA-PREFIX",
    ownCall: "CX3QUA",
    category: { operator: "SINGLE-OP", assisted: "NON-ASSISTED", band: "ALL", mode: "MIXED", power: "LOW" },
    operators: ["CX3QUA"],
  };
  const { id } = valueOf(createEntry(context, logbookId, taken(entryInputSchema, entry)));
  const board = open();
  board.take(heard("DL1QTA"));
  expect(valueOf(board.list(logbookId))).toHaveLength(1);
  let told = 0;
  hub.listen((event) => event.type === "contest" && event.what === "entry" && told++);
  later(3600);
  await jest.advanceTimersByTimeAsync(61_000);
  expect([told, board.list(logbookId)]).toMatchObject([1, { ok: false, problem: { status: 409 } }]);
  expect(valueOf(listPositionNotes(context, id))).toHaveLength(1);
  later(30 * 3600);
  board.take(heard("LU4QSC", { frequencyHz: 14_040_000 }));
  await jest.advanceTimersByTimeAsync(61_000);
  expect(told).toBe(2);
  expect(valueOf(board.list(logbookId)).map(({ call }) => call)).toEqual(["LU4QSC"]);
});

test("what cannot be written is written later", async () => {
  jest.useFakeTimers({ doNotFake: ["setImmediate", "queueMicrotask", "nextTick"] });
  const { context, hub, heard } = await begin();
  let isFull = true;
  const faults: unknown[] = [];
  const board = createSpotBoard({
    context: { ...context, write: (work) => (isFull ? Promise.reject(new Error("full")) : context.write(work)) },
    listen: hub.listen,
    fault: (error) => faults.push(error),
  });
  boards.push(board);
  board.take(heard("DL1QTA"));
  await jest.advanceTimersByTimeAsync(1100);
  board.take(heard("LU4QSC"));
  expect([faults.length, spotsSince(context, 0)]).toEqual([1, []]);
  isFull = false;
  await jest.advanceTimersByTimeAsync(1100);
  expect(spotsSince(context, 0).map(({ call }) => call)).toEqual(["DL1QTA", "LU4QSC"]);
});

test("what is announced no more is gone after an hour; a restart forgets nothing younger", async () => {
  jest.useFakeTimers({ doNotFake: ["setImmediate", "queueMicrotask", "nextTick"] });
  const { context, logbookId, events, open, heard, later } = await begin();
  const board = open();
  board.take(heard("DL1QTA"));
  valueOf(board.list(logbookId));
  later(1800);
  board.take(heard("LU4QSC", { frequencyHz: 14_040_000 }));
  await jest.advanceTimersByTimeAsync(1100);
  expect(spotsSince(context, 0).map(({ call }) => call)).toEqual(["DL1QTA", "LU4QSC"]);
  expect(valueOf(open().list(logbookId)).map(({ call }) => call)).toEqual(["DL1QTA", "LU4QSC"]);
  later(1900);
  expect(valueOf(open().list(logbookId)).map(({ call }) => call)).toEqual(["LU4QSC"]);
  await jest.advanceTimersByTimeAsync(61_000);
  expect(events.some(({ gone }) => gone.length === 1)).toBe(true);
  expect(valueOf(board.list(logbookId)).map(({ call }) => call)).toEqual(["LU4QSC"]);
  // Within the day it is kept all the same.
  expect(spotsSince(context, 0)).toHaveLength(2);
  forgetSpots(context, START + 1);
  expect(spotsSince(context, 0)).toHaveLength(1);
});

test("of a station that is needed a directory is asked once, and what it says stands with the spot as soon as it is known", async () => {
  const { context, logbookId, hub, wondered, open, heard, log, events } = await begin();
  log("DL1QTA");
  const board = open();
  board.take(heard("DL1QTA"));
  board.take(heard("P5QUZ/P", { frequencyHz: 14_040_000, spotter: "LU5QTN" }));
  const told = () => valueOf(board.list(logbookId)).map(({ base, confirmsOnline }) => [base, confirmsOnline]);
  expect(told()).toEqual([
    ["DL1QTA", null],
    ["P5QUZ", null],
  ]);
  board.take(heard("P5QUZ/P", { frequencyHz: 14_040_000, spotter: "W2QUB" }));
  board.tell();
  expect(wondered).toEqual(["P5QUZ"]);
  const body = JSON.stringify({ name: null, place: null, grid: null, confirmsOnline: true });
  context.store.run(
    context.store.q
      .insertInto("listing")
      .values({ baseCall: "P5QUZ", directory: "almanac", body, askedAt: context.now() }),
  );
  hub.announce({ type: "directory", baseCall: "P5QUZ" });
  await until(() => events.some(({ spots }) => spots.some(({ confirmsOnline }) => confirmsOnline === true)));
  expect(told()[1]).toEqual(["P5QUZ", true]);
});
