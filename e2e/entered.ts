import type { Page } from "@playwright/test";
import type { RulesInput } from "../src/core/contest";
import type { Entry, Logbook } from "../src/core/contract";
import type { App } from "./app";

let run = 0;

export const newTag = () => `WATCH-${process.pid}-${++run}`;

/** A contest that runs now, with serial and zone. */
export function rules(tag: string, change: Partial<RulesInput> = {}): RulesInput {
  const hour = (by: number) => new Date(Math.floor(Date.now() / 3_600_000 + by) * 3_600_000).toISOString();
  return {
    format: "ypsiloid-contest/1",
    name: `Watch ${tag}`,
    tag,
    when: { fixed: [{ from: hour(-3), to: hour(9) }] },
    deadlineDays: 7,
    bands: ["40m", "20m", "15m", "10m"],
    modes: ["CW", "voice"],
    exchange: {
      all: [
        { id: "report", label: "Report", type: "report" },
        { id: "serial", label: "Serial", type: "serial" },
        { id: "zone", label: "Zone", type: "cqZone", from: "site.cqZone" },
      ],
    },
    points: [{ if: { same: ["entity"] }, points: 1 }, { points: 3 }],
    multipliers: [{ id: "zone", label: "Zones", of: "part", part: "zone", per: "band" }],
    duplicates: { per: "band" },
    categories: { operator: ["SINGLE-OP", "MULTI-OP"], power: ["LOW", "HIGH"], band: ["ALL", "40M"] },
    ...change,
  };
}

/** A contest that is entered. */
export interface Entered {
  readonly tag: string;
  readonly logbook: Logbook;
  readonly entry: Entry;
}

/** A logbook of its own, entered into a contest of its own. */
export async function entered(app: App, page: Page, change: Partial<RulesInput> = {}): Promise<Entered> {
  const tag = newTag();
  const logbook = await app.api<Logbook>("logbooks", {
    method: "POST",
    json: { name: tag, site: { name: "Cabo Farol", call: "CX9QTH", grid: "GF35co", power: 100 } },
  });
  await page.context().addCookies([{ name: "logbook", value: String(logbook.id), url: app.url }]);
  await app.api("contests", { method: "POST", json: rules(tag, change) });
  const entry = await app.api<Entry>(`logbooks/${logbook.id}/entries`, {
    method: "POST",
    json: {
      tag,
      ownCall: "CX9QTH",
      category: { operator: "MULTI-OP", power: "LOW", band: "ALL" },
      operators: ["CX3QUA", "CX2QRB"],
      header: { name: "Inés Cardozo", address: "Camino del Faro 1" },
    },
  });
  return { tag, logbook, entry };
}
