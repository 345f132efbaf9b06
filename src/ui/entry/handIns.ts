import type { ContactInput } from "@/core/contact";
import type { ContestContactInput, ContestLogged, LoggedContact } from "@/core/contract";
import * as contacts from "@/core/contract/endpoints/contacts";
import * as contest from "@/core/contract/endpoints/contest";
import { ApiProblem, ask } from "../kit/api";

/** A contact that was logged while the server was away, as it stays in this browser until the server has it. */
export interface HandIn {
  readonly call: string;
  /** By which the server knows it, if it comes twice. */
  readonly handIn: string;
}

/** What contacts are handed in to. */
export interface Receiver<Kept extends HandIn, Logged> {
  /** Under which they stay in this browser. */
  readonly key: string;
  readonly post: (kept: Kept, signal: AbortSignal) => Promise<Logged>;
  /** What is to be known of one that was taken. */
  readonly remarkOf: (logged: Logged) => string | null;
}

export type ContestHandIn = ContestContactInput & HandIn;
export type DayHandIn = HandIn & { readonly contact: ContactInput };

/** An entry into a contest. */
export function entryReceiver(entryId: number): Receiver<ContestHandIn, ContestLogged> {
  return {
    key: `hand-ins-${entryId}`,
    post: (body, signal) => ask(contest.logContestContact, { params: { entryId }, body, signal }),
    remarkOf: ({ remark }) => remark,
  };
}

/** A logbook, for contacts of the day. */
export function logbookReceiver(logbookId: number): Receiver<DayHandIn, LoggedContact> {
  return {
    key: `hand-ins-of-logbook-${logbookId}`,
    post: ({ contact, handIn }, signal) =>
      ask(contacts.logContact, { params: { logbookId }, query: { handIn }, body: contact, signal }),
    remarkOf: () => null,
  };
}

export function keptHandIns<Kept extends HandIn, Logged>({ key }: Receiver<Kept, Logged>): Kept[] {
  const kept = localStorage.getItem(key);
  return kept === null ? [] : (JSON.parse(kept) as Kept[]);
}

function keep<Kept extends HandIn, Logged>({ key }: Receiver<Kept, Logged>, contacts: readonly Kept[]): void {
  if (contacts.length === 0) localStorage.removeItem(key);
  else localStorage.setItem(key, JSON.stringify(contacts));
}

/** Takes a contact out of what is kept: the server has it, or it is given up. */
export function dropHandIn<Kept extends HandIn, Logged>(to: Receiver<Kept, Logged>, handIn: string): void {
  keep(
    to,
    keptHandIns(to).filter((contact) => contact.handIn !== handIn),
  );
}

/** What became of the contacts that were handed in. */
export interface HandInReport {
  readonly taken: number;
  readonly remarks: readonly string[];
  /** Refused by the server; they stay here. */
  readonly refused: readonly { readonly call: string; readonly text: string; readonly handIn: string }[];
}

const running = new Map<string, Promise<HandInReport>>();

/** Hands in what is kept, one after the other. A contact that arrives twice is taken once. */
export function handInAll<Kept extends HandIn, Logged>(to: Receiver<Kept, Logged>): Promise<HandInReport> {
  const under = running.get(to.key);
  if (under !== undefined) return under;
  const work = handIn(to).finally(() => running.delete(to.key));
  running.set(to.key, work);
  return work;
}

async function handIn<Kept extends HandIn, Logged>(to: Receiver<Kept, Logged>): Promise<HandInReport> {
  const remarks: string[] = [];
  const refused: { call: string; text: string; handIn: string }[] = [];
  let taken = 0;
  for (const contact of keptHandIns(to)) {
    try {
      const remark = to.remarkOf(await inTime(to, contact));
      taken++;
      if (remark !== null) remarks.push(`${contact.call}: ${remark}`);
    } catch (error) {
      if (!(error instanceof ApiProblem) || waits(error)) break;
      refused.push({ call: contact.call, text: error.message, handIn: contact.handIn });
      continue;
    }
    dropHandIn(to, contact.handIn);
  }
  return { taken, remarks, refused };
}

/** Whether it is no fault of the contact: the server is away, wants one to sign in, or cannot write now. */
function waits({ details: { status } }: ApiProblem): boolean {
  return status === 0 || status === 401 || status >= 500;
}

/** Logs a contact, or keeps it here where the server is away, and gives null. */
export async function logOrKeep<Kept extends HandIn, Logged>(
  to: Receiver<Kept, Logged>,
  contact: Kept,
  /** As it is kept. */
  asKept: Kept = contact,
): Promise<Logged | null> {
  try {
    return await inTime(to, contact);
  } catch (error) {
    if (!(error instanceof ApiProblem) || error.details.status !== 0) throw error;
    keep(to, [...keptHandIns(to), asKept]);
    return null;
  }
}

const PATIENCE_MS = 6000;

/** A server that does not answer in time counts as away. */
async function inTime<Kept extends HandIn, Logged>(to: Receiver<Kept, Logged>, contact: Kept): Promise<Logged> {
  const signal = AbortSignal.timeout(PATIENCE_MS);
  try {
    return await to.post(contact, signal);
  } catch (error) {
    if (!signal.aborted) throw error;
    throw new ApiProblem({ type: "about:blank", title: "Slow", status: 0, detail: "The server does not answer." });
  }
}
