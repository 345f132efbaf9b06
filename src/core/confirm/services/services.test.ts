import fc from "fast-check";
import { awardById } from "../../award";
import { isoTime } from "../../contact";
import { CHANNELS, SERVICES, serviceById } from "..";
import { lantern } from "./lantern";
import { ANSWERS, type SentContact } from "./service";
import { tideline } from "./tideline";

const LAST_SECOND = 253_402_300_799;
const contact: fc.Arbitrary<SentContact> = fc.record({
  signed: fc.base64String({ minLength: 8 }),
  id: fc.integer({ min: 1 }),
  ownCall: fc.constantFrom("CX3QUA", "LU/CX3QUA"),
  call: fc.constantFrom("DL1QTA", "OY4QSA", "P5QUZ/M"),
  startedAt: fc.integer({ min: -1_400_000_000, max: 4_000_000_000 }).map(isoTime),
  band: fc.constantFrom("20m", "160m", "2m"),
  mode: fc.constantFrom("CW", "SSB", "MFSK"),
  submode: fc.constantFrom(null, "FT4"),
});

test("each service is one: by its name, its stand-in's place and the fields of a file", () => {
  for (const key of ["id", "name"] as const)
    expect(new Set(SERVICES.map((service) => service[key])).size).toBe(SERVICES.length);
  expect(new Set(SERVICES.map(({ standIn }) => standIn.place)).size).toBe(SERVICES.length);
  expect(new Set(CHANNELS.map(({ recordedAs }) => recordedAs)).size).toBe(CHANNELS.length);
  for (const { id } of SERVICES) expect(serviceById(id).id).toBe(id);
});

test("what nobody understands is taken from no answer", () => {
  fc.assert(
    fc.property(fc.jsonValue(), (answer) => {
      for (const service of SERVICES)
        for (const question of [
          ...[service.send([]), service.fetch(""), service.account()],
          ...[service.bring?.([]), service.chart?.()].filter((one) => one !== undefined),
          ...(service.grantor === null
            ? []
            : [service.grantor.credits(""), service.grantor.totals(), service.grantor.claim("r", [])]),
        ])
          expect(question.answer.safeParse(answer).success).toBe(false);
    }),
  );
});

test.each(SERVICES.map((service) => [service.name, service] as const))(
  "what %s is told goes as JSON, whole",
  (_, service) => {
    fc.assert(
      fc.property(fc.array(contact, { maxLength: 5 }), (contacts) => {
        const { method, body } = service.send(contacts);
        expect(method).toBe("POST");
        const words = JSON.stringify(body);
        expect(JSON.parse(words)).toEqual(body);
        for (const { call, ownCall, signed } of contacts)
          for (const word of service.registrar === null ? [call, ownCall] : [signed!]) expect(words).toContain(word);
      }),
    );
  },
);

test("what a registrar is asked is understood, and a reference cannot lead elsewhere", () => {
  const { standing, replace } = lantern.registrar!;
  expect(standing("../contacts?a=b").path).toBe("requests/..%2Fcontacts%3Fa%3Db");
  expect(replace("7", "CX1QRA", "PY2QSB")).toMatchObject({
    path: "requests/7/sponsor",
    body: { call: "CX1QRA", by: "PY2QSB" },
  });
  const sponsors = [{ call: "CX1QRA", name: "Ramiro", answer: "asked", since: "2026-11-23T21:00:00Z" }];
  const answer = { reference: "7", sponsors, refused: null, certificate: null };
  expect(standing("7").answer.parse(answer)).toEqual(answer);
  expect(standing("7").answer.safeParse({ ...answer, reference: "" }).success).toBe(false);
  expect(standing("7").answer.parse({ problem: "there is no request 7" })).toEqual({
    problem: "there is no request 7",
  });
});

test("what is granted is of awards that ship, and a claim goes with all that a contact is known by", () => {
  for (const { grantor } of SERVICES) for (const award of grantor?.awards ?? []) expect(awardById(award)).toBeDefined();
  const told = { ownCall: "CX3QUA", call: "OY4QSA", startedAt: "2026-11-20T10:00:00Z", band: "20m", mode: "MFSK" };
  const key = { award: "entities", item: "222", on: "20m" };
  const { body, answer } = lantern.grantor!.claim("r1", [
    { ...key, shownBy: "signed", contact: { id: 7, ...told, submode: "FT4" } },
  ]);
  expect(body).toEqual({ reference: "r1", credits: [{ ...key, shownBy: "signed", ...told, mode: "FT4" }] });
  const results = [{ ...key, answer: "taken", claim: "L1", reason: null }];
  expect(answer.parse({ claim: "L1", results })).toEqual({ claim: "L1", credits: results });
  expect(answer.safeParse({ claim: "", results }).success).toBe(false);
});

test("Lantern's answers are taken as they are", () => {
  const results = ANSWERS.map((answer, id) => ({ id, answer, reason: answer === "refused" ? "not known here" : null }));
  expect(lantern.send([]).answer.parse({ results })).toEqual(results);
  expect(lantern.fetch("17").path).toBe("statements?after=17&limit=200");
});

test("Tideline's words mean what ours do", () => {
  expect(
    tideline.send([]).answer.parse({ kept: [3, 1], had: [2], turnedDown: [{ ref: 4, because: "no call" }] }),
  ).toEqual([
    { id: 3, answer: "accepted" },
    { id: 1, answer: "accepted" },
    { id: 2, answer: "known" },
    { id: 4, answer: "refused", reason: "no call" },
  ]);
  const met = [{ number: 9, log: "CX3QUA", with: "DL1QTA", at: 1_764_018_000, band: "20m", mode: "FT4" }];
  expect(tideline.fetch("").path).toBe("met?from=0&count=200");
  expect(tideline.fetch("8").answer.parse({ met, to: 9, end: false })).toEqual({
    statements: [
      { id: "T9", ownCall: "CX3QUA", call: "DL1QTA", startedAt: "2025-11-24T21:00:00Z", band: "20m", mode: "FT4" },
    ],
    cursor: "9",
    more: true,
  });
});

test.each([
  ["before there was a radio", -5_000_000_000],
  ["after the last year that has a date", LAST_SECOND + 1],
  ["no whole second", 1.5],
])("Tideline's time %s is not understood", (_, at) => {
  const met = [{ number: 1, log: "CX3QUA", with: "DL1QTA", at, band: "20m", mode: "CW" }];
  expect(tideline.fetch("").answer.safeParse({ met, to: 1, end: true }).success).toBe(false);
});

test("a contact from 1925 is told and understood as any other", () => {
  const at = Date.UTC(1925, 4, 1, 12) / 1000;
  const old = {
    id: 1,
    ownCall: "CX3QUA",
    call: "DL1QTA",
    startedAt: "1925-05-01T12:00:00Z",
    band: "160m",
    mode: "CW",
    submode: null,
  };
  expect(tideline.send([old]).body).toEqual({
    entries: [{ ref: 1, log: "CX3QUA", with: "DL1QTA", at, band: "160m", mode: "CW" }],
  });
  const met = [{ number: 1, log: "CX3QUA", with: "DL1QTA", at, band: "160m", mode: "CW" }];
  expect(tideline.fetch("").answer.parse({ met, to: 1, end: true }).statements[0]?.startedAt).toBe(old.startedAt);
});

test("Tideline's chart is understood by mode group; one with a band or an entity that is none is not", () => {
  const line = { entity: 230, band: "20m", mode: "FT4", entries: 7, met: 3 };
  const { answer } = tideline.chart!();
  expect(answer.parse({ chart: [line, { ...line, entity: null, mode: "USB" }] })).toEqual([
    { entityCode: 230, band: "20m", modeGroup: "digital", contacts: 7, confirmed: 3 },
    { entityCode: null, band: "20m", modeGroup: "voice", contacts: 7, confirmed: 3 },
  ]);
  for (const wrong of [{ band: "21m" }, { entity: 0 }, { entries: -1 }, { met: 1.5 }])
    expect(answer.safeParse({ chart: [{ ...line, ...wrong }] }).success).toBe(false);
});

test("what is brought says through whom it is confirmed", () => {
  const proven = { id: 7, ownCall: "CX3QUA", call: "DL1QTA", startedAt: "2026-11-23T21:00:00Z", band: "20m" };
  const { path, body } = tideline.bring!([{ ...proven, mode: "MFSK", submode: "FT4", through: "Lantern" }]);
  expect([path, body]).toEqual([
    "proofs",
    {
      proofs: [
        { ref: 7, log: "CX3QUA", with: "DL1QTA", at: 1_795_467_600, band: "20m", mode: "FT4", through: "Lantern" },
      ],
    },
  ]);
});
