import { type AdifReader, decodeText, PARTS_FIELDS } from "../adif";
import { ediLogReader, type ReadEdiLine } from "../edi";
import { partsOf } from "./exchange";
import { brokenLine, linewise, minuteFields, recordOfValues } from "./linewise";
import type { Rules } from "./rules";
import { sideByCall } from "./station";

/**
 * Reads a log in the form of IARU Region 1 as if it were ADIF, so that it takes the way of any other log.
 *
 * @param rulesOf the rules of a contest by its name or its tag, where they are known: the log is of that contest then
 */
export function ediFileReader(rulesOf: (nameOrTag: string) => Rules | undefined): AdifReader {
  const reader = ediLogReader();
  let count = 0;
  let rules: Rules | null | undefined = null;

  return linewise((raw) => {
    count++;
    const said = reader.take(decodeText(raw));
    if (said.kind === "other") return [];
    if (said.kind === "fault") return [brokenLine(count, raw, said.text)];
    const name = reader.header.get("TNAME") ?? "";
    // The header is whole before the first contact.
    if (rules === null) rules = rulesOf(name);
    return [{ ...recordOfValues(count, valuesOf(said.contact, reader.header, rules)), notes: [] }];
  });
}

function valuesOf(contact: ReadEdiLine, header: ReadonlyMap<string, string>, rules: Rules | undefined) {
  const { call, band, mode, grid, exchangeReceived } = contact;
  const ownCall = header.get("PCALL")?.toUpperCase() ?? "";
  const operators = (header.get("MOPE1") ?? "").split(/[\s,]+/).filter(Boolean);
  const serials = { sent: serialOf(contact.serialSent), received: serialOf(contact.serialReceived) };
  const sent = {
    report: contact.reportSent,
    serial: serials.sent,
    grid: header.get("PWWLO") ?? "",
    other: header.get("PEXCH") ?? "",
  };
  const received = { report: contact.reportReceived, serial: serials.received, grid, other: exchangeReceived };
  return {
    CALL: call,
    ...minuteFields(contact.startedAt),
    BAND: band,
    MODE: mode,
    RST_SENT: sent.report,
    RST_RCVD: received.report,
    STX: sent.serial,
    SRX: received.serial,
    STX_STRING: rules === undefined ? sent.other : null,
    SRX_STRING: rules === undefined ? received.other : null,
    GRIDSQUARE: grid,
    STATION_CALLSIGN: ownCall,
    OPERATOR: operators.length === 1 ? operators[0] : null,
    MY_GRIDSQUARE: sent.grid,
    TX_PWR: /^\d+([.,]\d+)?/.exec(header.get("SPOWE") ?? "")?.[0].replace(",", "."),
    CONTEST_ID: rules?.tag ?? header.get("TNAME")?.slice(0, LONGEST_NAME),
    [PARTS_FIELDS.partsSent]: rules && partsText(rules, sideByCall(rules, ownCall, contact.startedAt), sent),
    [PARTS_FIELDS.partsReceived]: rules && partsText(rules, sideByCall(rules, call, contact.startedAt), received),
  };
}

const LONGEST_NAME = 40;

/** A serial without its zeros in front; nothing where none was exchanged. */
function serialOf(text: string): string {
  return text.replace(/^0+/, "");
}

interface Values {
  readonly report: string;
  readonly serial: string;
  readonly grid: string;
  /** In the order of the parts. */
  readonly other: string;
}

/** The parts of a side, as the form's columns and the words of its exchange say them. */
function partsText(rules: Rules, side: string, values: Values): string {
  const words = values.other.split(/\s+/).filter(Boolean);
  const said = partsOf(rules, side).flatMap(({ id, type }) => {
    const value = type === "report" || type === "serial" || type === "grid" ? values[type] : (words.shift() ?? "");
    return value === "" ? [] : [[id, value] as const];
  });
  return JSON.stringify(Object.fromEntries(said));
}
