import type { z } from "zod";
import { faultsOf, isoTime } from "../../core/contact";
import type {
  Link,
  linkInputSchema,
  LinkNews,
  linkPatchSchema,
  linkTestSchema,
  TestStep,
  TextLine,
} from "../../core/contract";
import type { Context } from "../context";
import { done, failed, invalid, missing, type Result } from "../problem";
import { readSettings, toldSettings, withSecretsOf } from "../settings/keptSettings";
import { kindById } from "./kinds";
import type { Connection, LinkKind, Opening } from "./linkKind";
import { addLinkRow, changeLinkRow, keepSending, type LinkRow, linkRows, removeLinkRow } from "./linkStore";

/** All links, each opened as soon as it can be, and opened again when it breaks. */
export interface Links {
  list(): Link[];
  add(input: z.output<typeof linkInputSchema>): Promise<Result<Link>>;
  change(id: number, input: z.output<typeof linkPatchSchema>): Promise<Result<Link>>;
  remove(id: number): Promise<Result<{ readonly removed: number }>>;
  command(id: number, order: unknown, position: string): Promise<Result<{ readonly id: number | null }>>;
  /** The last lines that went between us and a link; none where it has no lines. */
  lines(id: number): Result<readonly TextLine[]>;
  /** Tries settings; a link that has the same address is closed meanwhile. */
  test(input: z.output<typeof linkTestSchema>): Promise<Result<TestStep[]>>;
  /** Opens those anew whose settings have a value: what it stands for is another one. */
  renew(setting: string, value: unknown): void;
  /** Stops whatever transmits: the names of the links that did. */
  stop(): string[];
  close(): void;
}

/** Pauses between attempts, milliseconds: the last one stays. */
const PAUSES = [1000, 2000, 4000, 8000, 15_000, 30_000] as const;
/** Who was up for so long is tried for again at once when it breaks. */
const STEADY_MS = 10_000;

type Settings = LinkRow["settings"];

/** A link and what is done about it. */
interface Running {
  row: LinkRow;
  phase: Link["phase"];
  text: string | null;
  /** What it said of itself since it was opened. */
  remark: string | null;
  retryAt: number | null;
  connection: Connection<unknown> | null;
  attempts: number;
  upAt: number;
  timer: NodeJS.Timeout | undefined;
  /** Since when it transmitted as the server ended before; null once it is known that it does so no more. */
  sentUntilTheEnd: number | null;
  /** Settled when it is kept whether it transmits. */
  kept: Promise<void>;
  /** Ends the attempt that is under way, and makes what it says unheard. */
  attempt: AbortController | null;
}

interface SupervisorOptions {
  readonly context: Context;
  /** Hears what is announced; gives how to hear no more. */
  readonly listen: Opening<unknown>["listen"];
  readonly spotted: Opening<unknown>["spotted"];
  readonly received: Opening<unknown>["received"];
  /** Something went wrong that nobody foresaw. */
  readonly fault: (error: unknown) => void;
  readonly pauses?: readonly number[];
}

export function createLinks({ context, listen, spotted, received, fault, pauses = PAUSES }: SupervisorOptions): Links {
  const running = new Map<number, Running>();
  /** What those that were removed had: whoever takes that back need not type secrets again. */
  const removed = new Map<number, LinkRow>();
  let closed = false;

  /** Settings with the secrets of a link where they say nothing of them. */
  function withSecrets(kind: LinkKind, given: Settings, of: LinkRow | undefined): Settings {
    return of?.kind === kind.id ? withSecretsOf(kind.settings, given, of.settings) : given;
  }
  const rowOf = (id: number | undefined) => running.get(id ?? 0)?.row ?? removed.get(id ?? 0);

  const linkOf = ({ row, phase, text, retryAt, connection }: Running): Link => ({
    id: row.id,
    kind: row.kind,
    role: kindById(row.kind)?.role ?? "contacts",
    name: row.name,
    on: row.on,
    ...toldOf(row),
    phase,
    text,
    retryAt: retryAt === null ? null : isoTime(retryAt / 1000),
    keysIn: [],
    radio: null,
    counts: {},
    clockOff: null,
    ...connection?.state?.(),
  });
  const announce = (one: Running) => context.announce({ type: "link", linkId: one.row.id, link: linkOf(one) });

  function into(one: Running, phase: Link["phase"], text: string | null, retryAt: number | null = null): void {
    Object.assign(one, { phase, text, retryAt });
    announce(one);
  }

  /** The links that have an address, or are about to. */
  const heldBy = (address: string) =>
    [...running.values()].filter(({ attempt, row }) => attempt !== null && addressOf(row) === address);

  function open(one: Running): void {
    clearTimeout(one.timer);
    if (closed) return;
    const kind = kindById(one.row.kind);
    if (kind === undefined) return into(one, "refused", `This version knows no links of the kind ${one.row.kind}.`);
    if (!one.row.on) return into(one, "off", null);
    const settings = kind.settings.safeParse(one.row.settings);
    if (!settings.success) {
      const [first] = faultsOf(settings.error);
      return into(one, "refused", `Its settings are not usable: ${first?.field} ${first?.text}. Change them.`);
    }
    const address = kind.address(settings.data);
    const [rival] = heldBy(address);
    if (rival !== undefined) {
      const text = `${rival.row.name} has the same address, ${address}: change one, or turn one off.`;
      return into(one, "refused", text);
    }
    const attempt = new AbortController();
    one.attempt = attempt;
    one.remark = null;
    const heard = (act: () => void) => {
      if (one.attempt === attempt && !attempt.signal.aborted) act();
    };
    into(one, "connecting", one.text);
    kind
      .open(
        {
          linkId: one.row.id,
          settings: settings.data,
          name: one.row.name,
          context,
          sentUntilTheEnd: one.sentUntilTheEnd,
          say: (news, position) => say(one, news, position),
          remark: (text) =>
            heard(() => {
              if (one.remark === text) return;
              one.text = one.remark = text;
              announce(one);
            }),
          changed: () => heard(() => announce(one)),
          sending: (on) => keep(one, on),
          listen,
          spotted,
          received,
          lost: (text) => heard(() => again(one, text)),
        },
        attempt.signal,
      )
      .then(
        (connection) => {
          if (one.attempt !== attempt) return connection.close();
          one.connection = connection;
          one.upAt = Date.now();
          into(one, "up", one.remark);
        },
        (error: unknown) => heard(() => again(one, error instanceof Error ? error.message : String(error))),
      )
      .catch(fault);
  }

  function say({ row }: Running, news: LinkNews, position?: string): void {
    context.announce({ type: "link", linkId: row.id, news, ...(position === undefined ? {} : { position }) });
  }

  function keep(one: Running, on: boolean): Promise<void> {
    if (!on) one.sentUntilTheEnd = null;
    if ((one.row.sendingSince !== null) === on) return one.kept;
    const since = on ? context.now() : null;
    one.row = { ...one.row, sendingSince: since };
    one.kept = context.write(() => keepSending(context, one.row.id, since)).catch(fault);
    return one.kept;
  }

  /** It broke, or could not be opened: it is tried again after a pause. */
  function again(one: Running, text: string): void {
    const wasSteady = one.connection !== null && Date.now() - one.upAt > STEADY_MS;
    drop(one);
    one.attempts = wasSteady ? 1 : one.attempts + 1;
    const pause = pauses[Math.min(one.attempts, pauses.length) - 1] ?? 0;
    one.timer = setTimeout(() => open(one), pause);
    one.timer.unref();
    into(one, "waiting", text, Date.now() + pause);
  }

  function drop(one: Running): void {
    clearTimeout(one.timer);
    const { attempt, connection } = one;
    one.attempt = null;
    one.connection = null;
    connection?.stop();
    connection?.close();
    attempt?.abort();
    // At the end it stays kept: whoever starts next is told that it was sending. So it does until one that did is reached.
    if (!closed && one.sentUntilTheEnd === null) void keep(one, false);
  }

  /** Opens anew: at once, from the first pause on. */
  function reopen(one: Running): void {
    drop(one);
    one.attempts = 0;
    one.text = null;
    open(one);
  }

  /** An address that became free is another link's to have. */
  function reopenRefused(): void {
    for (const one of running.values()) if (one.phase === "refused") reopen(one);
  }

  function begin(row: LinkRow): Running {
    const one: Running = {
      row,
      phase: "off",
      text: null,
      remark: null,
      retryAt: null,
      connection: null,
      attempts: 0,
      upAt: 0,
      timer: undefined,
      attempt: null,
      sentUntilTheEnd: row.sendingSince,
      kept: Promise.resolve(),
    };
    running.set(row.id, one);
    open(one);
    return one;
  }

  /** What is kept of a link: its settings as its kind understands them, under a name that no other has. */
  function checked(
    kind: LinkKind,
    { id, name, on, settings }: Pick<LinkRow, "name" | "on" | "settings"> & { readonly id: number | null },
  ): Result<Pick<LinkRow, "kind" | "name" | "on" | "settings">> {
    const parsed = readSettings(kind.settings, settings);
    if (!parsed.ok) return parsed;
    const same = [...running.values()].find(
      ({ row }) => row.id !== id && row.name.toLowerCase() === name.toLowerCase(),
    );
    if (same === undefined) return done({ kind: kind.id, name, on, settings: parsed.value as Record<string, unknown> });
    return failed(409, "Name taken", `there is a link of the name "${name}": choose another`, [
      { field: "name", text: "this name is taken" },
    ]);
  }

  for (const row of linkRows(context)) begin(row);

  return {
    list: () => [...running.values()].map(linkOf),
    async add({ kind: id, name, on, settings, secretsOf: like }) {
      const kind = kindById(id);
      if (kind === undefined) return invalid([{ field: "kind", text: `there are no links of the kind "${id}"` }]);
      const row = checked(kind, { id: null, name, on, settings: withSecrets(kind, settings, rowOf(like)) });
      if (!row.ok) return row;
      const linkId = await context.write(() => addLinkRow(context, row.value));
      return done(linkOf(begin({ ...row.value, id: linkId, sendingSince: null })));
    },
    async change(id, patch) {
      const one = running.get(id);
      const kind = kindById(one?.row.kind ?? "");
      if (one === undefined || kind === undefined) return missing(`link ${id}`);
      const { name = one.row.name, on = one.row.on, settings = one.row.settings } = patch;
      const row = checked(kind, { id, name, on, settings: withSecrets(kind, settings, one.row) });
      if (!row.ok) return row;
      await context.write(() => changeLinkRow(context, id, row.value));
      one.row = { ...one.row, ...row.value };
      reopen(one);
      reopenRefused();
      return done(linkOf(one));
    },
    async remove(id) {
      const one = running.get(id);
      if (one === undefined) return missing(`link ${id}`);
      await context.write(() => removeLinkRow(context, id));
      drop(one);
      running.delete(id);
      removed.set(id, one.row);
      context.announce({ type: "link", linkId: id, link: null });
      reopenRefused();
      return done({ removed: id });
    },
    async command(id, order, position) {
      const one = running.get(id);
      const kind = kindById(one?.row.kind ?? "");
      if (one === undefined || kind === undefined) return missing(`link ${id}`);
      const parsed = kind.commands.safeParse(order);
      if (!parsed.success) return invalid(faultsOf(parsed.error));
      if (one.connection === null) {
        const why = one.row.on ? (one.text ?? "it is being connected") : "it is turned off";
        return failed(503, `${one.row.name} is not there`, `${one.row.name} cannot be reached: ${why}`);
      }
      return one.connection.command(parsed.data, position);
    },
    lines(id) {
      const one = running.get(id);
      return one === undefined ? missing(`link ${id}`) : done(one.connection?.lines?.() ?? []);
    },
    async test({ kind: id, settings: given, secretsOf: like }) {
      const kind = kindById(id);
      if (kind === undefined) return invalid([{ field: "kind", text: `there are no links of the kind "${id}"` }]);
      const settings = readSettings(kind.settings, withSecrets(kind, given, rowOf(like)));
      if (!settings.ok) return settings;
      const held = heldBy(kind.address(settings.value));
      for (const one of held) drop(one);
      try {
        const steps: TestStep[] = [];
        for await (const step of kind.test(settings.value, context)) steps.push(step);
        return done(steps);
      } finally {
        for (const one of held) if (running.has(one.row.id)) reopen(one);
      }
    },
    renew(setting, value) {
      for (const one of running.values()) if (one.row.settings[setting] === value) reopen(one);
    },
    stop() {
      return [...running.values()].filter(({ connection }) => connection?.stop() === true).map(({ row }) => row.name);
    },
    close() {
      closed = true;
      for (const one of running.values()) drop(one);
    },
  };
}

/** What is told of a link's settings: its secrets only by their names. */
function toldOf({ kind: id, settings }: LinkRow): Pick<Link, "settings" | "secrets"> {
  const kind = kindById(id);
  // Of a kind that is not known it is not known either what is secret.
  if (kind === undefined) return { settings: {}, secrets: Object.keys(settings) };
  return toldSettings(kind.settings, settings);
}

/** The address of a link; null where its settings or its kind are not understood. */
function addressOf(row: LinkRow): string | null {
  const kind = kindById(row.kind);
  const settings = kind?.settings.safeParse(row.settings);
  return kind === undefined || settings?.success !== true ? null : kind.address(settings.data);
}
