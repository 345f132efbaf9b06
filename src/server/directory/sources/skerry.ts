import { z } from "zod";
import { EMPTY_LISTING, type Listing } from "../../../core/directory";
import { parseGrid } from "../../../core/geo";
import { askQuestion, ServiceProblem } from "../../http/askQuestion";
import { directorySource, LISTED, url } from "../source";

const settingsSchema = z.strictObject({ url });

const BATCH = 20;
const answerSchema = z.object({
  stations: z.array(z.object({ ...LISTED, updated: z.iso.date().nullish() })).max(BATCH),
});

/** Open to everybody, and asked for many stations at once; it knows less of them, and some of it is old. */
export const skerry = directorySource<z.output<typeof settingsSchema>>({
  id: "skerry",
  name: "Skerry",
  about: "Free, without signing in. It has fewer facts than others, and some of them are old.",
  settings: settingsSchema,
  standIn: { place: 14, settings: {} },
  batch: BATCH,
  perSecond: 2,
  client({ url: address }, timeoutMs) {
    const whom = { name: "Skerry", url: address, timeoutMs, headers: {}, secrets: [], key: "the question" };
    const ask = (baseCalls: readonly string[], signal?: AbortSignal) =>
      askQuestion(
        whom,
        { method: "GET", path: `stations?calls=${encodeURIComponent(baseCalls.join(","))}`, answer: answerSchema },
        signal,
      );
    return {
      async ask(baseCalls, signal) {
        const { stations } = await ask(baseCalls, signal);
        const listings = new Map<string, Listing | null>(baseCalls.map((baseCall) => [baseCall, null]));
        for (const { call, grid, name = null, place = null, updated = null } of stations) {
          if (!listings.has(call))
            throw new ServiceProblem(`Skerry answered about ${call}, for which it was not asked: nothing was taken`);
          const parsed = parseGrid(grid ?? "");
          listings.set(call, { ...EMPTY_LISTING, name, place, grid: parsed.ok ? parsed.grid : null, saidOn: updated });
        }
        return listings;
      },
      async standing() {
        await ask([]);
        return "It answers, as it does everybody.";
      },
    };
  },
});
