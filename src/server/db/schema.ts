import type { CreditState } from "../../core/award";
import type { Generated } from "kysely";
import type { ModeGroup } from "../../core/band";
import type { DistanceUnit } from "../../core/geo";
import type { AskWay, Channel, ReceivedState, SendAnswer, SentState, ServiceId } from "../../core/confirm";
import type { CompleteContact, FactKey } from "../../core/contact";
import type { ArrivalOutcome, Logbook } from "../../core/contract";
import type { Role } from "../../core/people";

/** Times are seconds since 1970 UTC unless a name ends in "On" (a UTC day, "2026-11-23"). Flags are 0 or 1. */
export interface Schema {
  logbook: LogbookTable;
  site: SiteTable;
  contact: ContactTable;
  confirmation: ConfirmationTable;
  slot: SlotTable;
  outbox: OutboxTable;
  sending: SendingTable;
  receipt: ReceiptTable;
  fetchState: FetchStateTable;
  serviceAccess: ServiceAccessTable;
  identity: IdentityTable;
  keyLock: KeyLockTable;
  asked: AskedTable;
  inStep: InStepTable;
  awardCount: AwardCountTable;
  credit: CreditTable;
  awardAccount: AwardAccountTable;
  accountCredit: AccountCreditTable;
  ownAward: OwnAwardTable;
  followedAward: FollowedAwardTable;
  statement: StatementTable;
  person: PersonTable;
  personRole: PersonRoleTable;
  login: LoginTable;
  session: SessionTable;
  invitation: InvitationTable;
  journalBatch: JournalBatchTable;
  journalEntry: JournalEntryTable;
  job: JobTable;
  callException: CallExceptionTable;
  saved: SavedTable;
  workspace: WorkspaceTable;
  jobItem: JobItemTable;
  export: ExportTable;
  stationNote: StationNoteTable;
  directory: DirectoryTable;
  listing: ListingTable;
  contestRules: ContestRulesTable;
  contestEntry: ContestEntryTable;
  contestSerial: ContestSerialTable;
  practiceRun: PracticeRunTable;
  handIn: HandInTable;
  contestLook: ContestLookTable;
  contestNote: ContestNoteTable;
  contestSubmission: ContestSubmissionTable;
  announcedContest: AnnouncedContestTable;
  link: LinkTable;
  radioDescriptor: RadioDescriptorTable;
  positionRadio: PositionRadioTable;
  bandMemory: BandMemoryTable;
  arrival: ArrivalTable;
  spot: SpotTable;
  sunFigures: SunFiguresTable;
  alert: AlertTable;
  alertCall: AlertCallTable;
  alertSnooze: AlertSnoozeTable;
}

/** What somebody was called for; `body` is the JSON of what the station was, of the rules and the ways. */
interface AlertTable {
  id: Generated<number>;
  logbookId: number;
  at: number;
  base: string;
  band: string;
  body: string;
  outcome: "went" | "aside" | "silenced" | null;
  outcomeAt: number | null;
  mail: "waiting" | "sent" | "failed" | null;
  mailText: string | null;
}

/** What a rule has called for, and does not call for again; `once` says what that is. */
interface AlertCallTable {
  ruleId: number;
  once: string;
  at: number;
}

/** A rule, a station, or where both are null all of a logbook, is silent. */
interface AlertSnoozeTable {
  id: Generated<number>;
  logbookId: number;
  ruleId: number | null;
  base: string | null;
  until: number;
}

/** What the sun did: now, on a day ("2026-11-27"), or in a month ("2026-11"). */
interface SunFiguresTable {
  span: string;
  toldAt: number;
  sunspots: number;
  flux: number;
  kIndex: number | null;
  aIndex: number;
}

/** What was announced on a spot network within the last day. */
interface SpotTable {
  id: Generated<number>;
  at: number;
  spotter: string;
  frequencyHz: number;
  call: string;
  remark: string;
}

/** A record that another program sent, and what became of it. `record` is ADIF as it came. */
interface ArrivalTable {
  id: Generated<number>;
  linkName: string;
  sender: string;
  at: number;
  logbookId: number;
  record: string;
  call: string | null;
  startedAt: number | null;
  band: string | null;
  mode: string | null;
  outcome: ArrivalOutcome;
  /** Why. */
  text: string | null;
  /** The contact that was logged, or that was there already. */
  contactId: number | null;
  batchId: number | null;
}

/** How a radio was set when it was last on a band in one of its modes. */
interface BandMemoryTable {
  linkId: number;
  band: string;
  mode: string;
  frequencyHz: number;
  widthHz: number | null;
  watts: number | null;
  /** Milliseconds since 1970: which was last has to be told within a second, too. */
  usedAt: number;
}

/** A link to a device or a program; `settings` is JSON that its kind understands. */
interface LinkTable {
  id: Generated<number>;
  kind: string;
  name: string;
  isOn: number;
  settings: string;
  /** Since when it transmits; null while it does not. */
  sendingSince: number | null;
}

/** A radio's descriptor that is the operator's own; before one of the same tag that ships. `body` is its JSON. */
interface RadioDescriptorTable {
  tag: string;
  body: string;
  changedAt: number;
}

/** The radio that a position follows; a link of null is none. */
interface PositionRadioTable {
  position: string;
  linkId: number | null;
  chosenAt: number;
}

/** A contest of which a calendar says when it is, and nobody yet what its rules are. Times in seconds since 1970 UTC. */
interface AnnouncedContestTable {
  id: Generated<number>;
  /** The calendar's own name for the event. */
  uid: string;
  startsAt: number;
  endsAt: number;
  name: string;
  about: string;
}

/** How a directory is reached and in which place it is asked; `settings` is their JSON, null for the installation's. */
export interface DirectoryTable {
  id: string;
  place: number;
  isUsed: number;
  settings: string | null;
  /** Until when it wants to be left alone, and why. */
  restsUntil: number | null;
  restsWhy: string | null;
}

/** What a directory answered about a station; `body` is its JSON, null where it is not listed. */
interface ListingTable {
  baseCall: string;
  directory: string;
  body: string | null;
  askedAt: number;
}

/** A contest's definition that is the operator's own; before one of the same tag that ships. `body` is its JSON. */
interface ContestRulesTable {
  tag: string;
  body: string;
  changedAt: number;
}

/** An entry into a contest, with the rules as they were. Its contacts are those of the logbook with the tag, in time. */
export interface ContestEntryTable {
  id: Generated<number>;
  logbookId: number;
  tag: string;
  startsAt: number;
  endsAt: number;
  rules: string;
  body: string;
  isOn: number;
  createdAt: number;
}

/** A serial that a position has sent, or is about to; `contactId` once it was logged. */
interface ContestSerialTable {
  entryId: number;
  serial: number;
  position: string;
  reservedAt: number;
  contactId: number | null;
}

/** What a browser kept while the server was away, and handed in: it is taken once. */
interface HandInTable {
  logbookId: number;
  /** By which the browser knows it. */
  name: string;
  contactId: number;
}

/** A finding of the log check that was looked at. */
interface ContestLookTable {
  entryId: number;
  key: string;
}

interface ContestNoteTable {
  id: Generated<number>;
  entryId: number;
  at: number;
  position: string;
  text: string;
}

interface ContestSubmissionTable {
  id: Generated<number>;
  entryId: number;
  at: number;
  body: string;
}

/** A filter or a view under a name; `body` is its JSON. */
interface SavedTable {
  id: Generated<number>;
  logbookId: number;
  kind: "filter" | "view" | "view of spots" | "alert rule";
  name: string;
  body: string;
}

/** An arrangement of panels, kept under a name. */
interface WorkspaceTable {
  id: Generated<number>;
  /** Whose it is; null of whoever sits at the computer. */
  personId: number | null;
  name: string;
  body: string;
}

/** The contacts that a job was asked to change, as they stood then. */
interface JobItemTable {
  jobId: number;
  position: number;
  contactId: number;
  revision: number;
}

/** A file that was exported; the journal's newest entry then tells what is new since. */
interface ExportTable {
  id: Generated<number>;
  logbookId: number;
  at: number;
  actor: string;
  form: string;
  what: string;
  contacts: number;
  newestEntry: number;
}

/** What the operator keeps about a station, whichever designators it uses. */
interface StationNoteTable {
  logbookId: number;
  baseCall: string;
  text: string;
  changedAt: number;
}

/** Calls that operated from where their letters do not tell, as the operator says; used before the rules. */
interface CallExceptionTable {
  id: Generated<number>;
  call: string;
  entityCode: number;
  /** Null where it holds from the beginning, or without end. */
  validFrom: number | null;
  validUntil: number | null;
  cqZone: number | null;
  ituZone: number | null;
}

interface LogbookTable {
  id: Generated<number>;
  name: string;
  siteId: number;
  /** Kept in the transaction that adds or removes contacts. */
  contactCount: Generated<number>;
  createdAt: number;
  about: Generated<string>;
  /** Watts that contacts are logged with, before those of the site; null for those of the site. */
  power: number | null;
  /** JSON of the reports that are offered, by mode group; of one that is not there the usual. */
  reports: Generated<string>;
  distances: Generated<DistanceUnit>;
  zero: Generated<Logbook["zero"]>;
  /** The first of the logbooks that count together for awards; null where it counts by itself. */
  awardGroup: number | null;
  /** When it was deleted; its rows may still be on their way out. */
  goneAt: number | null;
}

interface SiteTable {
  id: Generated<number>;
  name: string;
  call: string;
  operator: string | null;
  grid: string;
  state: string | null;
  county: string | null;
  entityCode: number | null;
  cqZone: number | null;
  ituZone: number | null;
  island: string | null;
  summit: string | null;
  park: string | null;
  antennas: string | null;
  logbookId: number | null;
  /** ISO, UTC. */
  validFrom: string | null;
  validUntil: string | null;
  licence: string | null;
  power: number | null;
}

/** The facts as they are kept: times in seconds since 1970 UTC, all else as in a contact. */
type FactColumns = {
  [Key in FactKey]: Key extends "startedAt" | "endedAt" ? number : CompleteContact[Key];
};

export interface ContactTable extends FactColumns {
  id: Generated<number>;
  logbookId: number;
  revision: number;
  baseCall: string;
  modeGroup: ModeGroup;
  /** Between the grids of both sides; null where one is missing. */
  distanceKm: number | null;
  /** Whether the other station confirmed it, on any channel. */
  confirmed: Generated<0 | 1>;
  siteId: number | null;
  pin: number;
  /** JSON of the typed parts by their ids, or null where the exchange is kept in texts alone. */
  partsSent: string | null;
  partsReceived: string | null;
  /** JSON of ExtraField[], or null for none. */
  extra: string | null;
}

export interface ConfirmationTable {
  contactId: number;
  channel: Channel;
  sent: SentState;
  sentOn: string | null;
  sentVia: string | null;
  received: ReceivedState;
  receivedOn: string | null;
  receivedVia: string | null;
}

/** Counts of contacts by award, item, band and mode group, kept in the transaction that changes a contact. */
interface SlotTable {
  logbookId: number;
  award: string;
  item: string;
  band: string;
  modeGroup: ModeGroup;
  worked: number;
  confirmed: number;
}

/** Contacts waiting for a service. A refused one waits with its reason until it is changed or sent again. */
interface OutboxTable {
  contactId: number;
  logbookId: number;
  service: ServiceId;
  queuedAt: number;
  refused: string | null;
}

interface SendingTable {
  id: Generated<number>;
  logbookId: number;
  service: ServiceId;
  at: number;
  accepted: number;
  known: number;
  refused: number;
}

interface ReceiptTable {
  sendingId: number;
  contactId: number;
  call: string;
  answer: SendAnswer["answer"];
  reason: string | null;
}

/** How a logbook reaches a service, where it is not as the installation says. */
interface ServiceAccessTable {
  logbookId: number;
  service: ServiceId;
  /** Whether new contacts wait for it. */
  isUsed: number;
  url: string | null;
  token: string | null;
  /** JSON: when what waits is sent by itself; null for never. */
  byItself: string | null;
  /** Until when the service asked to be left alone. */
  restsUntil: number | null;
  /** PEM: the certificate that all of the service's own are signed by, as it showed it first. */
  authority: string | null;
}

/** Days are UTC, as in "2026-11-23"; times seconds since 1970 UTC. */
export interface IdentityTable {
  id: Generated<number>;
  service: ServiceId;
  /** Where it was asked for: by its account the service is asked how it stands. */
  logbookId: number | null;
  call: string;
  entityCode: number;
  fromDay: string;
  toDay: string | null;
  name: string;
  address: string;
  mail: string;
  askedAt: number;
  /** PEM, PKCS #10. */
  request: string | null;
  /** PEM, PKCS #8; or the same as a JSON Web Encryption under the data key. */
  key: string | null;
  /** The service's own name for the request. */
  reference: string | null;
  handedAt: number | null;
  lookedAt: number | null;
  /** JSON. */
  sponsors: string;
  refused: string | null;
  /** PEM: its certificate, and those that it is signed by. */
  chain: string | null;
  validFrom: number | null;
  validTo: number | null;
  replacedBy: number | null;
  savedAt: number | null;
  removedAt: number | null;
}

/** A practice run; no contact of the log. */
interface PracticeRunTable {
  id: Generated<number>;
  logbookId: number;
  startedAt: number;
  /** JSON: what a list shows of it, without its number. */
  line: string;
  /** JSON: all of it. */
  body: string;
}

/** That the other operator of a contact was asked for a confirmation. */
interface AskedTable {
  id: Generated<number>;
  contactId: number;
  way: AskWay;
  at: number;
  text: string;
}

/** The data key that keys are encrypted with, under the passphrase: a JSON Web Encryption. No row for no passphrase. */
interface KeyLockTable {
  id: number;
  wrapped: string;
}

interface FetchStateTable {
  logbookId: number;
  service: ServiceId;
  cursor: string;
  fetchedAt: number;
}

/** What a service said of others' logs; those without a twin are kept, so that a later contact can meet them. */
interface AwardCountTable {
  logbookId: number;
  award: string;
  /** The version of the award by which it was counted. */
  version: number;
  /** The last contact that is counted in; null for all. */
  countedTo: number | null;
}
/** What a contact brings for awards, as far as that was asked for. */
export interface CreditTable {
  contactId: number;
  award: string;
  item: string;
  on: string;
  state: CreditState;
  day: string | null;
  claim: string | null;
  source: string;
  reason: string | null;
}

/** What a service said its totals of awards are, when all of its account was fetched. */
interface AwardAccountTable {
  logbookId: number;
  service: ServiceId;
  /** Which fetching the credits of the account are of. */
  round: number;
  fetchedAt: number;
  /** JSON of AccountTotal[]. */
  totals: string;
}

/** A credit as a service's account has it, and the contact of ours that it was found to be about. */
interface AccountCreditTable {
  logbookId: number;
  service: ServiceId;
  round: number;
  serviceId: string;
  award: string;
  item: string;
  on: string;
  state: CreditState;
  day: string;
  claim: string | null;
  reason: string | null;
  ownCall: string;
  call: string;
  baseCall: string;
  startedAt: number;
  band: string;
  mode: string;
  modeGroup: ModeGroup;
  contactId: number | null;
}

interface OwnAwardTable {
  logbookId: number;
  id: string;
  /** JSON of AwardRules, as they were taken. */
  body: string;
}
interface FollowedAwardTable {
  logbookId: number;
  award: string;
}
export interface InStepTable {
  id: Generated<number>;
  logbookId: number;
  jobId: number;
  startedAt: number;
  endedAt: number | null;
  /** JSON: what each place had before, cell by cell. */
  cells: string;
  /** JSON: the figures of each place before, and after. */
  before: string;
  after: string | null;
}
interface StatementTable {
  logbookId: number;
  service: ServiceId;
  serviceId: string;
  call: string;
  baseCall: string;
  ownCall: string | null;
  band: string;
  mode: string;
  modeGroup: ModeGroup;
  startedAt: number;
  contactId: number | null;
  /** Of earlier versions: what keeps it apart is worked out on the log as it is. */
  explanation: string | null;
  arrivedAt: number;
  /** When it was left alone; null where it was not. */
  leftAt: Generated<number | null>;
}

export type BatchKind =
  "log" | "edit" | "change" | "copy" | "delete" | "import" | "send" | "confirm" | "undo" | "received" | "claim";

/** Who signs in. The columns of sign-in are those of its library; a person who was removed stays for what he logged. */
interface PersonTable {
  id: Generated<number>;
  name: string;
  username: string | null;
  call: string | null;
  role: Role | null;
  goneAt: number | null;
  email: string;
  emailVerified: number;
  createdAt: string;
  updatedAt: string;
}

/** What a person is in one logbook, in the place of what he is at the station. */
interface PersonRoleTable {
  personId: number;
  logbookId: number;
  role: Role;
}

interface LoginTable {
  id: Generated<number>;
  userId: number;
  password: string | null;
}

/** Where a person is signed in. */
interface SessionTable {
  id: Generated<number>;
  userId: number;
  token: string;
  expiresAt: string;
  ipAddress: string | null;
  userAgent: string | null;
  createdAt: string;
}

interface InvitationTable {
  id: Generated<number>;
  /** The token itself is with whom it was given to. */
  tokenHash: string;
  forWhom: string;
  role: Role | null;
  logbookId: number | null;
  /** Whose password it renews; null for somebody new. */
  personId: number | null;
  madeBy: string;
  madeAt: number;
  expiresAt: number;
  takenAt: number | null;
}

export interface JournalBatchTable {
  id: Generated<number>;
  logbookId: number;
  at: number;
  actor: string;
  /** Of the person who did it; null for whoever sits at the computer, and for what is done by itself. */
  personId: number | null;
  kind: BatchKind;
  summary: string;
  contacts: Generated<number>;
  /** The batch that this one undoes. */
  undoes: number | null;
  /** The batch that undid this one. */
  undoneBy: number | null;
}

/**
 * One contact's part in a batch. `before` is JSON of what the change took away: null for an added contact, the
 * changed fields for a changed one, the whole contact for a deleted one; restoring it undoes the change. `after` is
 * JSON of the changed fields' new values, null where the contact was added or deleted whole.
 */
interface JournalEntryTable {
  id: Generated<number>;
  batchId: number;
  contactId: number;
  before: string | null;
  after: string | null;
}

type JobState = "running" | "done" | "failed" | "cancelled" | "interrupted";

export interface JobTable {
  id: Generated<number>;
  logbookId: number;
  kind: string;
  /** The service that it has to do with. */
  service: ServiceId | null;
  title: string;
  state: JobState;
  /** JSON: what the job was asked to do. */
  request: string;
  /** JSON: how far it is, written in the transactions of its own work, so that it can go on after a restart. */
  checkpoint: string | null;
  progressDone: number;
  progressTotal: number | null;
  report: string | null;
  problem: string | null;
  startedAt: number;
  endedAt: number | null;
}
