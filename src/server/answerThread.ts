import type { MessagePort } from "node:worker_threads";
import type { Numbered, ThreadAnswer } from "./askThread";

/** Answers what is asked of this thread, one question after the other; what an answer throws is told to who asked. */
export function answerThread<Question>(port: MessagePort, answer: (question: Question) => unknown): void {
  port.on("message", ({ number, question }: Numbered<Question>) => {
    let told: ThreadAnswer;
    try {
      told = { number, answer: answer(question) };
    } catch (error) {
      told = { number, fault: error instanceof Error ? error.message : String(error) };
    }
    port.postMessage(told);
  });
}
