import { bandByName, parseMode } from "../band";
import { FACT_FIELDS, type FactField } from "../contact";
import { recogniseSection } from "../reference";
import { RECEIVED_BY_LETTER, SENT_BY_LETTER } from "./words";

/**
 * The data types of the standard's fields that have no column of their own, and are kept as they came: what a value
 * of each looks like. Source: the ADIF standard, "Data Types" and "Fields".
 */
interface DataType {
  /** For people: "is no number". */
  readonly what: string;
  readonly fits: (value: string) => boolean;
}

const by = (what: string, form: RegExp): DataType => ({ what, fits: (value) => form.test(value) });
const oneOf = (...values: string[]): DataType => ({
  what: `one of ${values.join(", ")}`,
  fits: (value) => values.includes(value.toUpperCase()),
});

const NUMBER = by("a number", /^-?(?:\d+(?:\.\d*)?|\.\d+)$/);
const POSITIVE = by("a positive whole number", /^0*[1-9]\d*$/);
const DATE = by("a date, written like 20261123", /^\d{4}(?:0[1-9]|1[0-2])(?:0[1-9]|[12]\d|3[01])$/);
const TIME = by("a time, written like 2140 or 214007", /^(?:[01]\d|2[0-3])[0-5]\d(?:[0-5]\d)?$/);
const BOOLEAN = oneOf("Y", "N");
const LOCATION = by("a latitude or longitude, written like S034 30.250", /^[NSEW]\d{3} \d{2}\.\d{3}$/i);
const GRIDS = by("a list of grids", /^[A-R]{2}\d{2}(?:[A-X]{2})?(?:\s*,\s*[A-R]{2}\d{2}(?:[A-X]{2})?)*$/i);
const SECTION: DataType = {
  what: "a section of the standard",
  fits: (value) => recogniseSection(value).kind === "known",
};
const CREDITS = by(
  "a list of credits, written like IOTA:CARD",
  /^\w+(?::\w+(?:&\w+)*)?(?:\s*,\s*\w+(?::\w+(?:&\w+)*)?)*$/,
);
const UPLOAD = oneOf("Y", "N", "M");
const DOWNLOAD = oneOf("Y", "N", "I");

/** A tag may name its type by a letter: "<APP_X:3:N>". */
const BY_LETTER = new Map<string, DataType>([
  ["N", NUMBER],
  ["D", DATE],
  ["T", TIME],
  ["B", BOOLEAN],
  ["L", LOCATION],
]);

const BY_FIELD = new Map<string, DataType>(
  (
    [
      ["AGE ALTITUDE ANT_AZ ANT_EL A_INDEX DISTANCE K_INDEX MAX_BURSTS MY_ALTITUDE NR_BURSTS NR_PINGS SFI", NUMBER],
      ["FISTS MY_FISTS IOTA_ISLAND_ID MY_IOTA_ISLAND_ID TEN_TEN UKSMG", POSITIVE],
      ["CLUBLOG_QSO_UPLOAD_DATE DCL_QSLRDATE DCL_QSLSDATE EQSL_QSLRDATE EQSL_QSLSDATE HAMLOGEU_QSO_UPLOAD_DATE", DATE],
      ["HAMQTH_QSO_UPLOAD_DATE HRDLOG_QSO_UPLOAD_DATE QRZCOM_QSO_DOWNLOAD_DATE QRZCOM_QSO_UPLOAD_DATE", DATE],
      ["FORCE_INIT QSO_RANDOM SILENT_KEY SWL", BOOLEAN],
      ["LAT LON MY_LAT MY_LON", LOCATION],
      ["VUCC_GRIDS MY_VUCC_GRIDS", GRIDS],
      ["CLUBLOG_QSO_UPLOAD_STATUS HAMLOGEU_QSO_UPLOAD_STATUS HAMQTH_QSO_UPLOAD_STATUS", UPLOAD],
      ["HRDLOG_QSO_UPLOAD_STATUS QRZCOM_QSO_UPLOAD_STATUS", UPLOAD],
      ["QRZCOM_QSO_DOWNLOAD_STATUS", DOWNLOAD],
      ["ANT_PATH", oneOf("G", "O", "S", "L")],
      ["QSO_COMPLETE", oneOf("Y", "N", "NIL", "?")],
      ["EQSL_AG", oneOf("Y", "N", "U")],
      ["REGION", oneOf("NONE", "IV", "AI", "SY", "BI", "SI", "KO", "ET")],
      ["MORSE_KEY_TYPE MY_MORSE_KEY_TYPE", oneOf("SK", "SS", "BUG", "FAB", "SP", "DP", "CPO")],
      ["ARRL_SECT MY_ARRL_SECT", SECTION],
      ["DCL_QSL_RCVD EQSL_QSL_RCVD", oneOf(...Object.keys(RECEIVED_BY_LETTER))],
      ["DCL_QSL_SENT EQSL_QSL_SENT", oneOf(...Object.keys(SENT_BY_LETTER))],
      ["CREDIT_GRANTED CREDIT_SUBMITTED", CREDITS],
    ] as const
  ).flatMap(([names, type]) => names.split(" ").map((name) => [name, type] as const)),
);

/** What a fact's values look like in a file, where they are no text that could be anything. */
function typeOfFact({ kind, longest, schema, typed = schema }: FactField): readonly DataType["fits"][] {
  switch (kind) {
    case "time":
      return [DATE.fits, TIME.fits];
    case "band":
      return [(value) => bandByName(value) !== undefined];
    case "mode":
      return [(value) => parseMode(value) !== null];
    case "number":
    case "entity":
    case "kHz":
    case "watts":
      return [NUMBER.fits];
    case "upper":
      return longest === undefined ? [(value) => typed.safeParse(value).success] : [];
    case "text":
    case "long":
      return [];
  }
}

const BY_FACT = new Map(
  FACT_FIELDS.flatMap((fact) => {
    const types = typeOfFact(fact);
    return fact.adif.flatMap((name, index) => {
      const fits = types[index] ?? types[0];
      return name === undefined || fits === undefined ? [] : [[name, fits] as const];
    });
  }),
);

/** Whether a value is one of its field's type; null where that is a text, which anything could be. */
export function isOfItsType(name: string, value: string): boolean | null {
  const fits = BY_FACT.get(name) ?? BY_FIELD.get(name)?.fits;
  return fits === undefined ? null : fits(value.trim());
}

/** What is wrong with a value that is kept as it came, by its field or by the type its tag names; null where nothing. */
export function dataTypeFault(name: string, type: string | undefined, value: string): string | null {
  const expected = BY_FIELD.get(name) ?? (type === undefined ? undefined : BY_LETTER.get(type));
  return expected === undefined || expected.fits(value.trim()) ? null : `is not ${expected.what}`;
}
