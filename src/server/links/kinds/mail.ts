import { createTransport, type SendMailOptions, type Transporter } from "nodemailer";
import { z } from "zod";
import { TEST_MESSAGE } from "../../../core/alert";
import { mailCommandSchema, type TestStep } from "../../../core/contract";
import { done, failed } from "../../problem";
import { type Connection, linkKind, type Opening } from "../linkKind";
import { network, port } from "../settings";

const SECURITIES = ["tls", "starttls", "none"] as const;

const settingsSchema = z.strictObject({
  host: network.meta({ title: "Address" }),
  port: port.default(587).meta({ title: "Port" }),
  security: z
    .enum(SECURITIES)
    .default("starttls")
    .meta({
      title: "Encryption",
      labels: {
        tls: "TLS from the start, mostly port 465",
        starttls: "TLS after STARTTLS, mostly port 587",
        none: "None",
      },
    }),
  user: z.string().trim().max(200).default("").meta({ title: "User", description: "none where it asks for no login" }),
  password: z.string().max(500).default("").meta({ title: "Password", secret: true }),
  from: z.email("an address, as station@example.org").max(200).meta({ title: "From" }),
  to: z
    .array(z.email("an address, as ines@example.org").max(200))
    .min(1, "an address that messages go to")
    .max(20)
    .meta({ title: "To", description: "one address each line" }),
});
type Settings = z.output<typeof settingsSchema>;
type Command = z.output<typeof mailCommandSchema>;

/** What does not answer for so long does not answer, milliseconds. */
const TIMEOUT_MS = 10_000;
/** So long a server that is there is not asked again whether it still is, milliseconds. */
const ASKED_AGAIN_MS = 1_800_000;

/** A mail server that takes messages by SMTP, and to whom they go. */
export const mail = linkKind<Settings, Command>({
  id: "mail",
  label: "E-mail",
  role: "mail",
  about: "A mail server that takes messages by SMTP: alerts go out through it.",
  settings: settingsSchema,
  commands: mailCommandSchema,
  address: ({ host, port: number, to }) => `${to.join(" ")} by ${host}:${number}`,
  async open(opening, signal) {
    await greet(opening.settings, signal);
    return connectionOf(opening);
  },
  async *test(settings): AsyncGenerator<TestStep> {
    try {
      await greet(settings);
      const { user, security, host, port: number } = settings;
      const login = user === "" ? "" : ` and lets ${user} in`;
      const open = user !== "" && security === "none" ? ", with a password that everybody on the way can read" : "";
      yield { what: "Server", ok: true, text: `${host}:${number} answers${login}${open}.` };
    } catch (error) {
      yield { what: "Server", ok: false, text: (error as Error).message };
      return;
    }
    try {
      const refused = await send(settings, TEST_MESSAGE);
      yield refused === null
        ? { what: "Message", ok: true, text: `It has taken a message to ${settings.to.join(", ")}: look there.` }
        : { what: "Message", ok: false, text: refused };
    } catch (error) {
      yield { what: "Message", ok: false, text: (error as Error).message };
    }
  },
});

function transportOf({ host, port: number, security, user, password }: Settings): Transporter {
  return createTransport({
    host,
    port: number,
    secure: security === "tls",
    requireTLS: security === "starttls",
    ignoreTLS: security === "none",
    ...(user === "" ? {} : { auth: { user, pass: password } }),
    connectionTimeout: TIMEOUT_MS,
    greetingTimeout: TIMEOUT_MS,
    socketTimeout: TIMEOUT_MS,
    dnsTimeout: TIMEOUT_MS,
    // What is sent is text of our own: nothing is fetched for it.
    disableFileAccess: true,
    disableUrlAccess: true,
  });
}

/** Whether the server is there, and lets us in. @throws what is wrong and how to mend it */
async function greet(settings: Settings, signal?: AbortSignal): Promise<void> {
  const transport = transportOf(settings);
  const end = () => transport.close();
  signal?.addEventListener("abort", end);
  try {
    await transport.verify();
  } catch (error) {
    throw new Error(faultText(settings, error), { cause: error });
  } finally {
    signal?.removeEventListener("abort", end);
    end();
  }
}

/**
 * Sends a message: what is wrong with some of those to whom it goes, or null.
 *
 * @throws what is wrong and how to mend it, where it went to nobody
 */
async function send(settings: Settings, message: Pick<SendMailOptions, "subject" | "text">): Promise<string | null> {
  const transport = transportOf(settings);
  try {
    const { from, to } = settings;
    const { rejected } = (await transport.sendMail({ from, to, ...message })) as { rejected: readonly string[] };
    return rejected.length === 0 ? null : `It takes no message to ${rejected.join(", ")}: is that right?`;
  } catch (error) {
    if (isOf(error, "EENVELOPE")) throw new RefusedAddress(faultText(settings, error));
    throw new Error(faultText(settings, error), { cause: error });
  } finally {
    transport.close();
  }
}

/** The server is there, and takes no message between these addresses: to try again is of no use. */
class RefusedAddress extends Error {}

interface MailFault {
  readonly code?: string;
  readonly response?: string;
  readonly message: string;
}

function isOf(error: unknown, code: string): boolean {
  return (error as MailFault).code === code;
}

function faultText({ host, port: number, from, to, user }: Settings, error: unknown): string {
  const { code = "", response, message } = error as MailFault;
  const said = response === undefined ? "" : ` It says "${response.slice(0, 160).replace(/\s+/g, " ")}".`;
  const where = `${host}:${number}`;
  switch (code) {
    case "ECONNECTION":
    case "ESOCKET":
    case "EDNS":
    case "ECONNREFUSED":
      return /ssl|tls|certificate|wrong version/i.test(message)
        ? `${where} and we do not agree on the encryption: ${message.slice(0, 160)}. Choose another one, or port.`
        : `Nothing answers at ${where}: is it running, and are address and port right?`;
    case "ETIMEDOUT":
      return `${where} does not answer in time: is it a mail server, and is the encryption right?`;
    case "ETLS":
      return `${where} offers no encryption: choose "None", or another port.${said}`;
    case "EAUTH":
    case "ENOAUTH":
      return `${where} does not let ${user || "us"} in: are user and password right?${said}`;
    case "EENVELOPE":
      return `${where} takes no message from ${from} to ${to.join(", ")}: are the addresses right?${said}`;
    default:
      return `${where} does not take it: ${message.slice(0, 200)}`;
  }
}

function connectionOf({ settings, remark, lost }: Opening<Settings>): Connection<Command> {
  const ending = new AbortController();
  const timer = setInterval(() => {
    greet(settings, ending.signal).catch((error: Error) => ending.signal.aborted || lost(error.message));
  }, ASKED_AGAIN_MS);
  timer.unref();
  return {
    async command({ subject, text }) {
      try {
        remark(await send(settings, { subject, text }));
        return done({ id: null });
      } catch (error) {
        const why = (error as Error).message;
        if (error instanceof RefusedAddress) {
          remark(why);
          return failed(422, "Not sent", why);
        }
        lost(why);
        return failed(502, "Not sent", why);
      }
    },
    stop: () => false,
    close() {
      clearInterval(timer);
      ending.abort();
    },
  };
}
