import type { LiveEvent } from "../../core/contract";
import { testContext, valueOf } from "../testing";
import { calendarAnswer, forgetAnnounced, listAnnounced, takeCalendar } from "./calendarFile";
import { saveContest } from "./definitions";

const NOW = Date.parse("2026-11-26T20:00:00Z") / 1000;

const calendar = (...events: string[]) =>
  ["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//A club//EN", ...events, "END:VCALENDAR", ""].join("\r\n");
const event = (...lines: string[]) => ["BEGIN:VEVENT", ...lines, "END:VEVENT"].join("\r\n");

async function begin() {
  const { context: quiet } = await testContext(NOW);
  const told: string[] = [];
  const context = { ...quiet, announce: ({ type }: LiveEvent) => void told.push(type) };
  const take = (text: string) => valueOf(takeCalendar(context, text));
  const announced = () => listAnnounced(context).map(({ name, from, to }) => `${from} ${to} ${name}`);
  return { context, take, announced, told };
}

test("the contests that are known are written, each session by itself, and are known when they are read back", async () => {
  const { context, take, announced } = await begin();
  const { pieces, type } = valueOf(calendarAnswer(context));
  const text = [...pieces].join("");
  expect(type).toContain("text/calendar");
  expect(text.split("\r\n").every((line) => Buffer.byteLength(line) <= 75)).toBe(true);
  const lines = text.replace(/\r\n[ \t]/g, "").split("\r\n");
  expect(lines).toEqual(
    expect.arrayContaining([
      "SUMMARY:Sudestada Prefix Dash",
      "UID:SUDESTADA-PREFIX-1824152400@ypsiloid",
      // The second Wednesday of January 2027.
      "SUMMARY:Bañado Grid Legs: Evening leg",
      "DTSTART:20270113T220000Z",
      "DTEND:20270114T010000Z",
      "DTSTART:20270114T110000Z",
    ]),
  );
  const events = lines.filter((line) => line === "BEGIN:VEVENT").length;
  expect(take(text)).toEqual({ fresh: 0, known: events, passed: 0 });
  expect(announced()).toEqual([]);
});

test("events that are to come are kept once, whatever zone they are in, and those that repeat each time", async () => {
  const { context, take, announced, told } = await begin();
  const text = calendar(
    event(
      "UID:a",
      "SUMMARY:Ombu Evening",
      "DTSTART:20270301T180000Z",
      "DTEND:20270301T210000Z",
      "DESCRIPTION:One\\, two",
    ),
    event("UID:b", "SUMMARY:A whole day", "DTSTART;VALUE=DATE:20270401", "DTEND;VALUE=DATE:20270402"),
    event("UID:c", "SUMMARY:Each\\n month", "DTSTART:20260101T190000", "DURATION:PT2H", "RRULE:FREQ=MONTHLY;COUNT=14"),
    event("UID:d", "SUMMARY:Over", "DTSTART:20250301T180000Z", "DTEND:20250301T210000Z"),
    event("UID:e", "SUMMARY:Without an end", "DTSTART:20270301T180000Z", "DTEND:20270301T180000Z"),
    event("UID:f", "DTSTART:20270301T180000Z", "DTEND:20270301T190000Z"),
    event("UID:g", "SUMMARY:Ombu Zone Sprint", "DTSTART:20271117T171500Z", "DTEND:20271118T030000Z"),
    event("UID:h", "SUMMARY:Ombu Zone Sprint", "DTSTART:20270601T170000Z", "DTEND:20270602T030000Z"),
  );
  expect(take(text)).toEqual({ fresh: 6, known: 1, passed: 3 });
  const all = [
    "2026-12-01T19:00:00Z 2026-12-01T21:00:00Z Each month",
    "2027-01-01T19:00:00Z 2027-01-01T21:00:00Z Each month",
    "2027-02-01T19:00:00Z 2027-02-01T21:00:00Z Each month",
    "2027-03-01T18:00:00Z 2027-03-01T21:00:00Z Ombu Evening",
    "2027-04-01T00:00:00Z 2027-04-02T00:00:00Z A whole day",
    // Of a contest that is known, at another time.
    "2027-06-01T17:00:00Z 2027-06-02T03:00:00Z Ombu Zone Sprint",
  ];
  expect(announced()).toEqual(all);
  expect(take(text)).toEqual({ fresh: 0, known: 7, passed: 3 });
  expect(announced()).toEqual(all);
  const [first] = listAnnounced(context);
  valueOf(forgetAnnounced(context, first!.id));
  expect(announced()).toEqual(all.slice(1));
  expect(forgetAnnounced(context, first!.id)).toMatchObject({ ok: false });
  // Every other browser hears of what was kept and of what was forgotten.
  expect(told).toEqual(["contests", "contests"]);
});

test("an event of one's own contest is known", async () => {
  const { context, take, told } = await begin();
  valueOf(
    saveContest(context, {
      format: "ypsiloid-contest/2",
      name: "Faro Night",
      tag: "FARO-NIGHT",
      when: { fixed: [{ from: "2027-05-01T20:00:00Z", to: "2027-05-01T23:00:00Z" }] },
      deadlineDays: 3,
      bands: ["40m"],
      modes: ["CW"],
      exchange: { all: [{ id: "serial", label: "Serial", type: "serial" }] },
      points: [{ points: 1 }],
      duplicates: { per: "band" },
      categories: { operator: ["SINGLE-OP"] },
    }),
  );
  const one = event("UID:x", "SUMMARY:faro night", "DTSTART:20270501T200000Z", "DTEND:20270501T230000Z");
  expect(take(calendar(one))).toEqual({ fresh: 0, known: 1, passed: 0 });
  expect(told).toEqual(["contests"]);
});

test.each([
  ["nothing of the kind", "hello"],
  ["cut off", calendar(event("UID:a", "SUMMARY:A")).slice(0, 80)],
  [
    "too much at once",
    calendar(
      ...Array.from({ length: 2001 }, (_, index) =>
        event(`UID:${index}`, "SUMMARY:A", "DTSTART:20270301T180000Z", "DTEND:20270301T190000Z"),
      ),
    ),
  ],
  ["another component", "BEGIN:VCARD\r\nVERSION:4.0\r\nFN:A\r\nEND:VCARD\r\n"],
])("%s is told", async (_, text) => {
  const { context } = await begin();
  const result = takeCalendar(context, text);
  expect(result.ok ? "" : result.problem.detail).toContain("it cannot be taken as a calendar in the iCalendar form");
});

test("an event that repeats for ever each second does not last for ever", async () => {
  const { take } = await begin();
  const each = event("UID:a", "SUMMARY:A", "DTSTART:19700101T000000Z", "DURATION:PT1H", "RRULE:FREQ=SECONDLY");
  expect(take(calendar(each))).toEqual({ fresh: 0, known: 0, passed: 1 });
});
