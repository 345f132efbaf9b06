import type { StoredContact } from "@/core/contract";

/**
 * The rows of a long list of which only parts are loaded, the newest first. Sparse: a place that is not loaded is
 * undefined. Pure: every change gives a new window.
 */
export interface RowWindow {
  readonly total: number;
  readonly rows: readonly (StoredContact | undefined)[];
}

export const EMPTY_WINDOW: RowWindow = { total: 0, rows: [] };
export const PAGE = 200;

/** Which page a row is on, by number from 0. */
function pageOf(index: number): number {
  return Math.floor(index / PAGE);
}

/** Pages of which some row in the range is not loaded. */
export function missingPages(window: RowWindow, first: number, last: number): number[] {
  const pages = new Set<number>();
  for (let index = Math.max(0, first); index <= Math.min(last, window.total - 1); index++) {
    if (window.rows[index] === undefined) pages.add(pageOf(index));
  }
  return [...pages];
}

/** Puts a loaded page in. A changed total means that rows moved: everything else is forgotten. */
export function withPage(window: RowWindow, page: number, items: readonly StoredContact[], total: number): RowWindow {
  const rows = window.total === total ? [...window.rows] : [];
  rows.length = total;
  items.forEach((item, index) => (rows[page * PAGE + index] = item));
  return { total, rows };
}

/**
 * Puts a new contact where it belongs. Where its neighbours are not loaded its place cannot be told: null is given,
 * and the list must be loaded anew.
 */
export function withAdded(window: RowWindow, contact: StoredContact): RowWindow | null {
  if (window.rows.some((row) => row?.id === contact.id)) return window;
  const at = placeOf(window, contact);
  if (at === null) return null;
  const rows = [...window.rows];
  rows.length = window.total;
  rows.splice(at, 0, contact);
  return { total: window.total + 1, rows };
}

/** Puts the new state of a contact in. Null where its time changed, so that it may have moved. */
export function withChanged(window: RowWindow, contact: StoredContact): RowWindow | null {
  const at = window.rows.findIndex((row) => row?.id === contact.id);
  if (at < 0) return window;
  if (window.rows[at]!.startedAt !== contact.startedAt) return null;
  const rows = [...window.rows];
  rows[at] = contact;
  return { ...window, rows };
}

/** Takes a contact out. Null where it is not loaded, so that it cannot be told which rows move up. */
export function withRemoved(window: RowWindow, id: number): RowWindow | null {
  const at = window.rows.findIndex((row) => row?.id === id);
  if (at < 0) return null;
  const rows = [...window.rows];
  rows.length = window.total;
  rows.splice(at, 1);
  return { total: window.total - 1, rows };
}

function placeOf(window: RowWindow, contact: StoredContact): number | null {
  for (let index = 0; index <= window.total; index++) {
    if (index === window.total) return index;
    const row = window.rows[index];
    if (row === undefined) return null;
    if (isBefore(contact, row)) return index;
  }
  return null;
}

/** Whether a contact stands above another: the later one does, and of two at one time the one logged later. */
function isBefore(a: StoredContact, b: StoredContact): boolean {
  return a.startedAt > b.startedAt || (a.startedAt === b.startedAt && a.id > b.id);
}
