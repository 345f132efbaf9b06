import { z } from "zod";
import { EMPTY_LISTING, type Listing } from "../../../core/directory";
import { parseGrid } from "../../../core/geo";
import { askQuestion, RefusedAccess, ServiceProblem } from "../../http/askQuestion";
import { directorySource, LISTED, url } from "../source";

const settingsSchema = z.strictObject({
  url,
  user: z.string().trim().max(100).default("").meta({ title: "User", description: "none to ask as a guest" }),
  password: z.string().max(200).default("").meta({ title: "Password", secret: true }),
});

const sessionSchema = z.object({
  key: z.string().min(1).max(200),
  as: z.enum(["member", "guest"]),
  leftToday: z.int().min(0).nullable(),
});
type Session = z.output<typeof sessionSchema>;

const stationSchema = z.object({
  ...LISTED,
  state: LISTED.name,
  county: LISTED.name,
  latitude: z.number().min(-90).max(90).nullish(),
  longitude: z.number().min(-180).max(180).nullish(),
  cqZone: z.int().min(1).max(40).nullish(),
  ituZone: z.int().min(1).max(90).nullish(),
  confirmsOnline: z.boolean().nullish(),
  saidOn: z.iso.date().nullish(),
});

/** Members see all that a station says; guests see who and where it is, so often a day. */
export const almanac = directorySource<z.output<typeof settingsSchema>>({
  id: "almanac",
  name: "Almanac",
  about: "Who and where a station is, and how it confirms. Members see more; guests are answered so often a day.",
  settings: settingsSchema,
  standIn: { place: 3, settings: { user: "CX3QUA", password: "cabo-farol" } },
  batch: 1,
  perSecond: 10,
  client({ user, password, url: address }, timeoutMs) {
    const whom = { name: "Almanac", url: address, timeoutMs };
    const refused = user === "" ? "guests: a user and a password are wanted" : "the user or the password";
    let session: Promise<Session> | null = null;

    /** Whoever asks meanwhile waits for the same key. */
    function signIn(): Promise<Session> {
      const body = user === "" ? {} : { user, password };
      const asked = askQuestion(
        { ...whom, headers: {}, secrets: [password], key: refused },
        { method: "POST", path: "session", body, answer: sessionSchema },
      );
      session = asked;
      asked.catch(() => (session = null));
      return asked;
    }

    async function station(baseCall: string, { key }: Session, signal?: AbortSignal): Promise<Listing | null> {
      const answer = await askQuestion(
        { ...whom, headers: { authorization: `Bearer ${key}` }, secrets: [key, password], key: "the session" },
        {
          method: "GET",
          path: `calls/${encodeURIComponent(baseCall)}`,
          answer: stationSchema.nullable(),
          absent: null,
        },
        signal,
      );
      return answer === null ? null : listingOf(baseCall, answer);
    }

    return {
      async ask(baseCalls, signal) {
        const listings = new Map<string, Listing | null>();
        for (const baseCall of baseCalls) {
          const begun = await (session ?? signIn());
          const answer = await station(baseCall, begun, signal).catch(async (error: unknown) => {
            if (!(error instanceof RefusedAccess)) throw error;
            // The session has ended: one begins anew, once.
            return station(baseCall, await signIn(), signal);
          });
          listings.set(baseCall, answer);
        }
        return listings;
      },
      async standing() {
        const { as, leftToday } = await signIn();
        if (as === "member") return `It lets ${user} in as a member, who sees all that a station says.`;
        return `It lets one in as a guest, who may ask for ${leftToday ?? "some"} more stations today.`;
      },
    };
  },
});

function listingOf(baseCall: string, { call, grid, ...facts }: z.output<typeof stationSchema>): Listing {
  if (call !== baseCall)
    throw new ServiceProblem(`Almanac was asked for ${baseCall} and answered about another call: nothing was taken`);
  const parsed = parseGrid(grid ?? "");
  const said = Object.fromEntries(Object.entries(facts).filter(([, value]) => value !== undefined));
  return { ...EMPTY_LISTING, ...said, grid: parsed.ok ? parsed.grid : null };
}
