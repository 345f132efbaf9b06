import { simpleParser } from "mailparser";
import type { AddressInfo } from "node:net";
import { SMTPServer, type SMTPServerOptions } from "smtp-server";

/** How the mail box behaves: as a good one does, or in one of the ways in which mail servers fail. */
export const MAIL_BEHAVIOURS = ["normal", "hang", "busy", "full"] as const;
type MailBehaviour = (typeof MAIL_BEHAVIOURS)[number];

/** A letter as it arrived. */
export interface Letter {
  readonly at: string;
  readonly from: string;
  readonly to: readonly string[];
  readonly subject: string;
  readonly text: string;
}

export interface MailBoxOptions {
  readonly port: number;
  /** Whose letters it takes: the part behind the "@". */
  readonly domain: string;
  /** Who is let in; null where everybody is. */
  readonly login?: { readonly user: string; readonly password: string } | null;
}

export interface MailBox {
  readonly port: number;
  /** The newest first. */
  readonly letters: readonly Letter[];
  readonly behaviour: () => MailBehaviour;
  readonly behave: (behaviour: MailBehaviour) => void;
  close(): Promise<void>;
}

const MOST_LETTERS = 200;
const LARGEST = 1_000_000;

/** Starts the stand-in for a mail server, which keeps what arrives: docs/stand-ins.md says how it behaves. */
export async function startMailBox({ port, domain, login = null }: MailBoxOptions): Promise<MailBox> {
  const letters: Letter[] = [];
  let behaviour: MailBehaviour = "normal";
  const refusal = (code: number, text: string) => Object.assign(new Error(text), { responseCode: code });
  const options: SMTPServerOptions = {
    banner: "the mail box of the lighthouse",
    size: LARGEST,
    disabledCommands: ["STARTTLS"],
    authOptional: login === null,
    allowInsecureAuth: true,
    disableReverseLookup: true,
    logger: false,
    onConnect(_, answer) {
      // Who hangs says nothing at all.
      if (behaviour === "hang") return;
      answer(behaviour === "busy" ? refusal(421, "come back later") : null);
    },
    onAuth({ username, password }, _, answer) {
      const isKnown = login === null || (username === login.user && password === login.password);
      if (isKnown) answer(null, { user: username ?? "" });
      else answer(refusal(535, "nobody of that name and password here"));
    },
    onRcptTo({ address }, _, answer) {
      answer(address.endsWith(`@${domain}`) ? null : refusal(550, `no box of ${address} here`));
    },
    onData(stream, { envelope }, answer) {
      simpleParser(stream, { skipHtmlToText: true })
        .then(({ from, subject = "", text = "" }) => {
          if (behaviour === "full") return answer(refusal(452, "the box is full"));
          letters.unshift({
            at: new Date().toISOString(),
            from: from?.text ?? "",
            to: envelope.rcptTo.map(({ address }) => address),
            subject,
            text,
          });
          letters.length = Math.min(letters.length, MOST_LETTERS);
          answer(null);
        })
        .catch(() => answer(refusal(554, "this is no letter")));
    },
  };
  const server = new SMTPServer(options);
  // Who breaks off is no fault of the box.
  server.on("error", () => {});
  await new Promise<void>((resolve, reject) => {
    server.server.once("error", reject);
    server.listen(port, "127.0.0.1", resolve);
  });
  return {
    port: (server.server.address() as AddressInfo).port,
    letters,
    behaviour: () => behaviour,
    behave: (next) => void (behaviour = next),
    close: () => new Promise((resolve) => server.close(resolve)),
  };
}
