import { z } from "zod";
import { sunFiguresSchema, type SunSpan, type TestStep } from "../../../core/contract";
import { askJson, NoAnswer } from "../../http/askJson";
import { keepSun } from "../../sun/sunFigures";
import { type Connection, linkKind, type Opening } from "../linkKind";
import { network, port } from "../settings";

const settingsSchema = z.strictObject({
  host: network.meta({ title: "Address" }),
  port: port.meta({ title: "Port" }),
  path: z.string().trim().max(200).regex(/^\//, "a path, as /figures").default("/figures").meta({ title: "Path" }),
});
type Settings = z.output<typeof settingsSchema>;

const figures = { ...sunFiguresSchema.shape, kIndex: sunFiguresSchema.shape.kIndex.default(null) };
/** What is answered: the figures of now, and those of days and months. */
const answerSchema = z.object({
  at: z.iso.datetime(),
  ...figures,
  days: z.array(z.object({ day: z.iso.date(), ...figures })).max(400),
  months: z
    .array(z.object({ month: z.string().regex(/^\d{4}-(0[1-9]|1[0-2])$/, "a month, as 2026-11"), ...figures }))
    .max(480)
    .default([]),
});
type Answer = z.output<typeof answerSchema>;

const TIMEOUT_MS = 10_000;
const LARGEST = 1_000_000;
/** It is asked again after so long, milliseconds. */
const EVERY_MS = 3_600_000;
const AGE_DAYS = 2;
const DAY_MS = 86_400_000;

/** Who tells what the sun and the earth's field do, as JSON over HTTP. */
export const sunFigures = linkKind<Settings, never>({
  id: "sunFigures",
  label: "Sun figures",
  role: "sun",
  about: "JSON over HTTP, asked once an hour: sunspots, flux, and how disturbed the field is, by days and months.",
  settings: settingsSchema,
  commands: z.never(),
  address: (settings) => urlOf(settings).href,
  async open(opening, signal) {
    await take(opening, await ask(opening.settings, signal));
    return connectionOf(opening);
  },
  async *test(settings): AsyncGenerator<TestStep> {
    try {
      const { at, sunspots, flux, days, months } = await ask(settings);
      yield { what: "Figures", ok: true, text: `Of ${at}: ${sunspots} sunspots, flux ${flux}.` };
      yield { what: "Past", ok: true, text: `${days.length} days and ${months.length} months.` };
    } catch (error) {
      yield { what: "Figures", ok: false, text: (error as Error).message };
    }
  },
});

function urlOf({ host, port: number, path }: Settings): URL {
  const url = new URL(`http://${host.includes(":") ? `[${host}]` : host}:${number}`);
  url.pathname = path;
  return url;
}

/** @throws what is wrong and how to mend it */
async function ask(settings: Settings, signal?: AbortSignal): Promise<Answer> {
  const url = urlOf(settings);
  let answer: Awaited<ReturnType<typeof askJson>>;
  try {
    answer = await askJson(
      url,
      {},
      { timeoutMs: TIMEOUT_MS, largest: LARGEST, ...(signal === undefined ? {} : { signal }) },
    );
  } catch (error) {
    if (!(error instanceof NoAnswer)) throw error;
    const what = { slow: "does not answer in time", silent: "breaks off its answer", large: "answers far too much" };
    throw new Error(
      error.why === "unreachable"
        ? `Nothing answers at ${url.host}: is it running, and are address and port right?`
        : `${url.host} ${what[error.why]}.`,
    );
  }
  if (!answer.ok) throw new Error(`${url.href} answers with error ${answer.status}: is the path right?`);
  const read = answerSchema.safeParse(answer.data);
  if (read.success) return read.data;
  const [issue] = read.error.issues;
  throw new Error(`${url.href} answers no figures of the sun: ${issue?.path.join(".") ?? ""} ${issue?.message ?? ""}.`);
}

async function take({ context, remark }: Opening<Settings>, answer: Answer): Promise<void> {
  const { at, days, months, ...now } = answer;
  const spans: SunSpan[] = [
    ...days.map(({ day, ...of }) => ({ span: day, ...of })),
    ...months.map(({ month, ...of }) => ({ span: month, ...of })),
  ];
  const told = Date.parse(at);
  await context.write(() => context.store.transaction(() => keepSun(context, Math.floor(told / 1000), now, spans)));
  context.announce({ type: "sun" });
  const age = Math.floor((context.now() * 1000 - told) / DAY_MS);
  remark(age >= AGE_DAYS ? `Its newest figures are ${age} days old.` : null);
}

function connectionOf(opening: Opening<Settings>): Connection<never> {
  const ending = new AbortController();
  const timer = setInterval(() => {
    ask(opening.settings, ending.signal)
      .then((answer) => take(opening, answer))
      .catch((error: Error) => ending.signal.aborted || opening.lost(error.message));
  }, EVERY_MS);
  timer.unref();
  return {
    command: () => Promise.reject(new Error("who tells of the sun is told nothing")),
    stop: () => false,
    close() {
      clearInterval(timer);
      ending.abort();
    },
  };
}
