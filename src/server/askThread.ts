import type { Worker } from "node:worker_threads";

export interface Numbered<Question> {
  readonly number: number;
  readonly question: Question;
}
export type ThreadAnswer =
  { readonly number: number; readonly answer: unknown } | { readonly number: number; readonly fault: string };

/** A thread that answers questions, and begins with the first. */
export interface AskedThread<Question> {
  ask<Answer>(question: Question): Promise<Answer>;
  /** Gives back the thread with all its memory, unless it is at work; the next question begins another. */
  forget(): void;
  close(): void;
}

export function askThread<Question>(begin: () => Worker): AskedThread<Question> {
  let worker: Worker | null = null;
  let last = 0;
  const open = new Map<number, { resolve: (answer: never) => void; reject: (error: Error) => void }>();

  function begun(): Worker {
    const thread = begin();
    thread.unref();
    thread.on("message", (told: ThreadAnswer) => {
      const asker = open.get(told.number);
      open.delete(told.number);
      if ("answer" in told) asker?.resolve(told.answer as never);
      else asker?.reject(new Error(told.fault));
    });
    const ended = (error: Error) => {
      if (worker !== thread) return;
      worker = null;
      for (const { reject } of open.values()) reject(error);
      open.clear();
    };
    thread.on("error", ended);
    thread.on("exit", () => ended(new Error("the thread ended before it answered")));
    return thread;
  }

  return {
    ask<Answer>(question: Question) {
      worker ??= begun();
      const number = ++last;
      const order: Numbered<Question> = { number, question };
      return new Promise<Answer>((resolve, reject) => {
        open.set(number, { resolve, reject });
        worker!.postMessage(order);
      });
    },
    forget() {
      if (open.size > 0) return;
      void worker?.terminate();
      worker = null;
    },
    close() {
      void worker?.terminate();
    },
  };
}
