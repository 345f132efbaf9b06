import { alertText, alertTitle, TEST_MESSAGE } from "../../core/alert";
import type { Alert, TestStep } from "../../core/contract";
import type { Context } from "../context";
import type { Links } from "../links/supervisor";
import { keepMail, waitingMail } from "./alerts";

/** Sends what one is called for by e-mail, and says what became of it. */
export interface AlertMail {
  /** Sends an alert's message, and tries again for a while where it cannot be sent. */
  send(alert: Alert): void;
  /** Sends a message for a test through each mail link that is turned on. */
  test(): Promise<TestStep[]>;
  close(): void;
}

interface Message {
  readonly subject: string;
  readonly text: string;
}

interface MailOptions {
  readonly context: Context;
  readonly links: Pick<Links, "list" | "command">;
  readonly fault: (error: unknown) => void;
  readonly againMs?: number;
}

/** A message that could not be sent is tried again after so long, milliseconds. */
const AGAIN_MS = 60_000;
/** What is older is of no use any more, seconds. */
const GIVEN_UP = 900;
/** What a mail link answers where the same message would be refused again. */
const REFUSED = 422;
const NO_LINK = "There is no mail link that is turned on: add one in Station.";

export function createAlertMail({ context, links, fault, againMs = AGAIN_MS }: MailOptions): AlertMail {
  const timers = new Set<NodeJS.Timeout>();
  let closed = false;

  const mailLinks = () => links.list().filter(({ role, on }) => role === "mail" && on);

  async function throughAll(message: Message): Promise<(TestStep & { readonly again: boolean })[]> {
    return Promise.all(
      mailLinks().map(async ({ id, name }) => {
        const sent = await links.command(id, { do: "send", ...message }, "");
        return sent.ok
          ? { what: name, ok: true, text: "The server has taken the message.", again: false }
          : { what: name, ok: false, text: sent.problem.detail, again: sent.problem.status !== REFUSED };
      }),
    );
  }

  async function attempt(alert: Alert): Promise<void> {
    const steps = await throughAll({ subject: alertTitle(alert), text: messageText(alert) });
    const failures = steps.filter(({ ok }) => !ok);
    const isOld = context.now() - Date.parse(alert.at) / 1000 > GIVEN_UP;
    const isSent = failures.length < steps.length;
    const state = isSent ? "sent" : !isOld && steps.some(({ again }) => again) ? "waiting" : "failed";
    const text = steps.length === 0 ? NO_LINK : failures.map(({ what, text: why }) => `${what}: ${why}`).join(" ");
    await context.write(() => keepMail(context, alert.id, state, text));
    if (state === "waiting") later(alert);
  }

  function later(alert: Alert): void {
    if (closed) return;
    const timer = setTimeout(() => {
      timers.delete(timer);
      send(alert);
    }, againMs);
    timer.unref();
    timers.add(timer);
  }

  function send(alert: Alert): void {
    if (!closed) attempt(alert).catch(fault);
  }

  // What waited as the server ended is sent now, or is too late.
  for (const alert of waitingMail(context)) later(alert);

  return {
    send,
    async test() {
      const steps = await throughAll(TEST_MESSAGE);
      if (steps.length === 0) return [{ what: "Mail", ok: false, text: NO_LINK }];
      return steps.map(({ what, ok, text }) => ({ what, ok, text }));
    },
    close() {
      closed = true;
      for (const timer of timers) clearTimeout(timer);
    },
  };
}

function messageText(alert: Alert): string {
  const { rules, at } = alert;
  const names = rules.map(({ name }) => name).join(", ");
  return `${alertTitle(alert)}\n\n${alertText(alert)}\n\nCalled at ${at.slice(11, 16)} UTC by ${names}.\n`;
}
