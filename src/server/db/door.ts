/**
 * The one door through which every thread writes: one at a time, and people before jobs. SQLite lets one writer in as
 * well, but in no order: a job that takes the lock again at once would keep everybody else out.
 *
 * Its state is shared memory: who writes, how many people wait, a job that waits, and which job wrote last.
 */
const HOLDER = 0;
const PEOPLE_WAITING = 1;
const JOB_WAITING = 2;
const LAST_JOB = 3;
const CELLS = 4;

const FREE = 0;
const PEOPLE = 1;
/** The thread that brings what was written into the database's file. */
export const CHECKPOINTER = 2;
/** The thread that removes what is left of deleted logbooks. */
export const REMOVER = 3;
/** Jobs are numbered from 1. */
const FIRST_JOB = 3;

/** A job that has just written gives way to another one for as long, milliseconds. */
const GIVE_WAY_MS = 5;

/** What a connection goes through with each of its writes. */
export interface Gate {
  enter(): void;
  leave(): void;
}

/** The way in for the server's own thread, which never blocks. */
export interface Door {
  readonly cells: SharedArrayBuffer;
  /** For the connection of this thread: it lets nothing be written but within `write`. */
  readonly gate: Gate;
  /** Runs `work` as soon as nobody else writes: after one transaction of a job at the most. `work` may not wait. */
  readonly write: <Result>(work: () => Result) => Promise<Result>;
  /** Keeps everybody from writing, as soon as nobody does, until what it gives is called. */
  readonly hold: () => Promise<() => void>;
  /** Opens the door again after a thread that ended while it wrote. */
  evict(ticket: number): void;
}

/** A job's ticket, by which the door knows it. */
export function ticketOf(jobId: number): number {
  return FIRST_JOB + jobId;
}

export function createDoor(): Door {
  const memory = new SharedArrayBuffer(CELLS * Int32Array.BYTES_PER_ELEMENT);
  const cells = new Int32Array(memory);
  let inside = 0;

  async function enter(): Promise<void> {
    Atomics.add(cells, PEOPLE_WAITING, 1);
    try {
      for (;;) {
        const holder = Atomics.compareExchange(cells, HOLDER, FREE, PEOPLE);
        if (holder === FREE) break;
        const { async, value } = Atomics.waitAsync(cells, HOLDER, holder);
        if (async) await value;
      }
    } finally {
      Atomics.sub(cells, PEOPLE_WAITING, 1);
      Atomics.notify(cells, PEOPLE_WAITING);
    }
  }

  return {
    cells: memory,
    gate: {
      enter() {
        if (inside === 0) throw new Error("something is written without the door");
      },
      leave() {},
    },
    async write(work) {
      if (inside === 0) await enter();
      inside++;
      try {
        return work();
      } finally {
        if (--inside === 0) open(cells, PEOPLE);
      }
    },
    async hold() {
      await enter();
      return () => open(cells, PEOPLE);
    },
    evict(ticket) {
      Atomics.compareExchange(cells, JOB_WAITING, ticket, FREE);
      open(cells, ticket);
    },
  };
}

/** The way in for a thread that may wait: a job's, or the checkpointer's. */
export function gateOf(memory: SharedArrayBuffer, ticket: number): Gate {
  const cells = new Int32Array(memory);

  return {
    enter() {
      if (Atomics.load(cells, LAST_JOB) === ticket && Atomics.load(cells, JOB_WAITING) !== FREE)
        Atomics.wait(cells, LAST_JOB, ticket, GIVE_WAY_MS);
      for (;;) {
        for (let people = Atomics.load(cells, PEOPLE_WAITING); people > 0;) {
          Atomics.wait(cells, PEOPLE_WAITING, people);
          people = Atomics.load(cells, PEOPLE_WAITING);
        }
        const holder = Atomics.compareExchange(cells, HOLDER, FREE, ticket);
        if (holder === FREE) break;
        Atomics.store(cells, JOB_WAITING, ticket);
        Atomics.wait(cells, HOLDER, holder);
      }
      Atomics.compareExchange(cells, JOB_WAITING, ticket, FREE);
      Atomics.store(cells, LAST_JOB, ticket);
      Atomics.notify(cells, LAST_JOB);
    },
    leave: () => open(cells, ticket),
  };
}

/** For a program that has the database to itself. */
export const OPEN_GATE: Gate = { enter() {}, leave() {} };

function open(cells: Int32Array, ticket: number): void {
  if (Atomics.compareExchange(cells, HOLDER, ticket, FREE) === ticket) Atomics.notify(cells, HOLDER);
}
