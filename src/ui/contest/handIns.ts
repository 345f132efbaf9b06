import type { ContestContactInput, ContestLogged } from "@/core/contract";
import * as contest from "@/core/contract/endpoints/contest";
import { ApiProblem, ask } from "../kit/api";

/** Contacts that were logged while the server was away. They stay in this browser until it has them. */
const keyOf = (entryId: number) => `hand-ins-${entryId}`;

export function keptHandIns(entryId: number): ContestContactInput[] {
  const kept = localStorage.getItem(keyOf(entryId));
  return kept === null ? [] : (JSON.parse(kept) as ContestContactInput[]);
}

function keep(entryId: number, contacts: readonly ContestContactInput[]): void {
  if (contacts.length === 0) localStorage.removeItem(keyOf(entryId));
  else localStorage.setItem(keyOf(entryId), JSON.stringify(contacts));
}

export function keepHandIn(entryId: number, contact: ContestContactInput): void {
  keep(entryId, [...keptHandIns(entryId), contact]);
}

/** Takes a contact out of what is kept: the server has it, or it is given up. */
export function dropHandIn(entryId: number, handIn: string): void {
  keep(
    entryId,
    keptHandIns(entryId).filter((contact) => contact.handIn !== handIn),
  );
}

/** What became of the contacts that were handed in. */
export interface HandInReport {
  readonly taken: number;
  readonly remarks: readonly string[];
  /** Refused by the server; they stay here. */
  readonly refused: readonly { readonly call: string; readonly text: string; readonly handIn: string }[];
}

const running = new Map<number, Promise<HandInReport>>();

/** Hands in what is kept, one after the other. A contact that arrives twice is taken once. */
export function handInAll(entryId: number): Promise<HandInReport> {
  const under = running.get(entryId);
  if (under !== undefined) return under;
  const work = handIn(entryId).finally(() => running.delete(entryId));
  running.set(entryId, work);
  return work;
}

async function handIn(entryId: number): Promise<HandInReport> {
  const remarks: string[] = [];
  const refused: { call: string; text: string; handIn: string }[] = [];
  let taken = 0;
  for (const contact of keptHandIns(entryId)) {
    try {
      const { remark } = await postContact(entryId, contact);
      taken++;
      if (remark !== null) remarks.push(`${contact.call}: ${remark}`);
    } catch (error) {
      if (!(error instanceof ApiProblem) || waits(error)) break;
      refused.push({ call: contact.call, text: error.message, handIn: contact.handIn ?? "" });
      continue;
    }
    dropHandIn(entryId, contact.handIn ?? "");
  }
  return { taken, remarks, refused };
}

/** Whether it is no fault of the contact: the server is away, wants one to sign in, or cannot write now. */
function waits({ details: { status } }: ApiProblem): boolean {
  return status === 0 || status === 401 || status >= 500;
}

const PATIENCE_MS = 6000;

/** Logs a contact of a contest. A server that does not answer in time counts as away. */
export async function postContact(entryId: number, contact: ContestContactInput): Promise<ContestLogged> {
  const signal = AbortSignal.timeout(PATIENCE_MS);
  try {
    return await ask(contest.logContestContact, { params: { entryId }, body: contact, signal });
  } catch (error) {
    if (!signal.aborted) throw error;
    throw new ApiProblem({ type: "about:blank", title: "Slow", status: 0, detail: "The server does not answer." });
  }
}
