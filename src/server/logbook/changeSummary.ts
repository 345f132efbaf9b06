import { factField } from "../../core/contact";
import type { Change } from "../../core/contract";
import { exactSpanText } from "../../core/time/words";
import type { Context } from "../context";
import { sourceById } from "../directory/sources";
import { findLogbook } from "./logbooks";
import { findSite } from "./sites";

/** What a change does, for the journal. */
export function summaryOf(context: Context, change: Change): string {
  const nameOf = (id: number) => {
    const found = findLogbook(context, id);
    return found.ok ? found.value.name : `logbook ${id}`;
  };
  switch (change.do) {
    case "set": {
      const label = factField(change.field)?.label ?? change.field;
      return change.value === null || change.value === "" ? `Emptied ${label}` : `Set ${label} to ${change.value}`;
    }
    case "shift":
      return `Shifted times by ${change.seconds > 0 ? "+" : "−"}${exactSpanText(change.seconds)}`;
    case "site":
      return [
        `Set our side as at ${findSite(context.store, change.siteId)?.name ?? change.siteId}`,
        ...(change.only ?? []).map((fact) => factField(fact)?.label),
      ].join(", ");
    case "pin":
      return change.pin ? "Pinned" : "Took the pin off";
    case "card":
      return ["Cards:", change.sent && `ours ${change.sent}`, change.received && `theirs ${change.received}`]
        .filter(Boolean)
        .join(" ");
    case "resolve":
      return "Entities and zones as of today's tables";
    case "move":
      return `Moved to ${nameOf(change.logbookId)}`;
    case "copy":
      return "Copied from another logbook";
    case "enrich": {
      const names = change.directories.map((id) => sourceById(id)?.name ?? id);
      return `Enriched from ${names.join(", ")}`;
    }
    case "delete":
      return "Deleted a selection";
  }
}
