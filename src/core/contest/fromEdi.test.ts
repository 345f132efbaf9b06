import { adifReader, type AdifRecord } from "../adif";
import { type EdiLog, writeEdi } from "../edi";
import { ediFileReader } from "./fromEdi";
import { rulesOf } from "./testing";

const legs = rulesOf("BANADO-GRID");
const at = (time: string) => Date.parse(`2026-01-14T${time}:00Z`) / 1000;
const LOG: EdiLog = {
  contest: legs.name,
  from: at("22:00"),
  to: at("22:00") + 17 * 3600,
  call: "CX3QUA",
  grid: "GF35co",
  band: "70cm",
  exchange: "",
  section: "",
  power: 25,
  name: "",
  email: "",
  address: [],
  club: "",
  operators: ["CX3QUA"],
  remarks: "",
  score: 0,
  lines: [
    {
      startedAt: at("22:05"),
      call: "LU2QSA",
      mode: "CW",
      reportSent: "599",
      serialSent: "001",
      reportReceived: "579",
      serialReceived: "012",
      exchangeReceived: "",
      grid: "GF05BK",
      kilometres: 557.8,
      points: 578,
      newExchange: false,
      newSquare: true,
      newEntity: true,
      duplicate: false,
    },
  ],
};

function read(text: string, known = (name: string) => (name === "Banado Grid Legs" ? legs : undefined)) {
  const reader = ediFileReader(known);
  // In pieces of any size.
  const records: AdifRecord[] = [];
  for (let from = 0; from < text.length; from += 7) records.push(...reader.push(text.slice(from, from + 7)));
  records.push(...reader.finish());
  return records.map(({ line, fields, broken }) => ({
    line,
    broken,
    ...Object.fromEntries(fields.map(({ name, value }) => [name, value])),
  }));
}

test("a log of a known contest has its parts by their ids", () => {
  expect(read(writeEdi(LOG))).toEqual([
    {
      line: 40,
      broken: undefined,
      CALL: "LU2QSA",
      QSO_DATE: "20260114",
      TIME_ON: "2205",
      BAND: "70cm",
      MODE: "CW",
      RST_SENT: "599",
      RST_RCVD: "579",
      STX: "1",
      SRX: "12",
      GRIDSQUARE: "GF05BK",
      STATION_CALLSIGN: "CX3QUA",
      OPERATOR: "CX3QUA",
      MY_GRIDSQUARE: "GF35CO",
      TX_PWR: "25",
      CONTEST_ID: "BANADO-GRID",
      APP_YPSILOID_PARTS_SENT: '{"report":"599","serial":"1","grid":"GF35CO"}',
      APP_YPSILOID_PARTS_RCVD: '{"report":"579","serial":"12","grid":"GF05BK"}',
    },
  ]);
});

test("a log of an unknown contest keeps its texts, and what cannot be read is told with its line as it came", () => {
  const text = writeEdi({ ...LOG, exchange: "MA", lines: [{ ...LOG.lines[0]!, exchangeReceived: "B 7" }] });
  const lines = text.replace("[END", "260114;2206;LU2QSB;1;59\r\n[END");
  const [contact, broken] = read(lines, () => undefined);
  expect(contact).toMatchObject({ CONTEST_ID: "Banado Grid Legs", STX_STRING: "MA", SRX_STRING: "B 7" });
  expect(contact).not.toHaveProperty("APP_YPSILOID_PARTS_SENT");
  expect(broken).toMatchObject({ line: 41, broken: expect.stringContaining("it has 5 values") as string });
  // As ADIF it is the same contact.
  const [record] = ediFileReader(() => undefined).push(text);
  const again = adifReader();
  const [same] = [...again.push(record!.raw), ...again.finish()];
  const pairs = ({ fields }: AdifRecord) => fields.map(({ name, value }) => [name, value]);
  expect(pairs(same!)).toEqual(pairs(record!));
});
