import { CHANNELS, type ReceivedState, type RecordSet, type SentState } from "../confirm/channel";

/** The standard's letters for the state of a confirmation, and our words. Source: QSL_Sent, QSL_Rcvd, QSL_Via. */
export const SENT_BY_LETTER: Readonly<Record<string, SentState>> = {
  N: "no",
  R: "wanted",
  Q: "waiting",
  Y: "sent",
  I: "ignored",
};
export const RECEIVED_BY_LETTER: Readonly<Record<string, ReceivedState>> = {
  N: "no",
  R: "wanted",
  Y: "confirmed",
  V: "verified",
  I: "ignored",
};
export const VIA_BY_LETTER: Readonly<Record<string, string>> = {
  B: "bureau",
  D: "direct",
  E: "electronic",
  M: "manager",
};

export const LETTER_BY_SENT = invert(SENT_BY_LETTER);
export const LETTER_BY_RECEIVED = invert(RECEIVED_BY_LETTER);
export const LETTER_BY_VIA = invert(VIA_BY_LETTER);

function invert(table: Readonly<Record<string, string>>): Readonly<Record<string, string>> {
  return Object.fromEntries(Object.entries(table).map(([letter, word]) => [word, letter]));
}

interface RecordNames {
  readonly sent: string;
  readonly sentOn: string;
  readonly sentVia: string | null;
  readonly received: string;
  readonly receivedOn: string;
  readonly receivedVia: string | null;
}

/** The standard's sets of fields for the state of a confirmation, by what they are for. */
const RECORD_SETS: Readonly<Record<RecordSet, RecordNames>> = {
  paper: {
    sent: "QSL_SENT",
    sentOn: "QSLSDATE",
    sentVia: "QSL_SENT_VIA",
    received: "QSL_RCVD",
    receivedOn: "QSLRDATE",
    receivedVia: "QSL_RCVD_VIA",
  },
  signed: {
    sent: "LOTW_QSL_SENT",
    sentOn: "LOTW_QSLSDATE",
    sentVia: null,
    received: "LOTW_QSL_RCVD",
    receivedOn: "LOTW_QSLRDATE",
    receivedVia: null,
  },
  unsigned: {
    sent: "EQSL_QSL_SENT",
    sentOn: "EQSL_QSLSDATE",
    sentVia: null,
    received: "EQSL_QSL_RCVD",
    receivedOn: "EQSL_QSLRDATE",
    receivedVia: null,
  },
};

/** Where each channel's facts stand in a record. */
export const CHANNEL_FIELDS = CHANNELS.map(({ id: channel, recordedAs }) => ({ channel, ...RECORD_SETS[recordedAs] }));

/** Holds the pin of a contact in our own files. */
export const PIN_FIELD = "APP_YPSILOID_PIN";

/** Hold the parts of a contest's exchange in our own files, as JSON by their ids. */
/** Holds the credits of a contact, as JSON: all of them, also of awards that the standard has no name for. */
export const CREDITS_FIELD = "APP_YPSILOID_CREDITS";
export const PARTS_FIELDS = { partsSent: "APP_YPSILOID_PARTS_SENT", partsReceived: "APP_YPSILOID_PARTS_RCVD" } as const;
