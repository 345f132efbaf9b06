/** What is to happen, the earliest first; of the same moment what was put in first. */
export interface Agenda {
  put(at: number, act: () => void): void;
  /** The moment of the next; Infinity where there is none. */
  readonly next: number;
  /** Does the next. */
  act(): void;
}

interface Entry {
  readonly at: number;
  readonly order: number;
  readonly act: () => void;
}

/** A binary heap. */
export function createAgenda(): Agenda {
  const heap: Entry[] = [];
  let order = 0;
  const isBefore = (a: Entry, b: Entry) => a.at < b.at || (a.at === b.at && a.order < b.order);

  function rise(index: number): void {
    for (let at = index; at > 0;) {
      const above = (at - 1) >> 1;
      if (!isBefore(heap[at]!, heap[above]!)) return;
      [heap[at], heap[above]] = [heap[above]!, heap[at]!];
      at = above;
    }
  }

  function sink(): void {
    for (let at = 0; ;) {
      const [left, right] = [2 * at + 1, 2 * at + 2];
      let first = at;
      if (left < heap.length && isBefore(heap[left]!, heap[first]!)) first = left;
      if (right < heap.length && isBefore(heap[right]!, heap[first]!)) first = right;
      if (first === at) return;
      [heap[at], heap[first]] = [heap[first]!, heap[at]!];
      at = first;
    }
  }

  return {
    put(at, act) {
      heap.push({ at, order: order++, act });
      rise(heap.length - 1);
    },
    get next() {
      return heap[0]?.at ?? Infinity;
    },
    act() {
      const first = heap[0];
      if (first === undefined) return;
      const last = heap.pop()!;
      if (heap.length > 0) {
        heap[0] = last;
        sink();
      }
      first.act();
    },
  };
}
