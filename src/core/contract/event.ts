import type { Slot } from "../award";
import type { ServiceId } from "../confirm";
import type { Alert } from "./alert";
import type { StoredContact } from "./contact";
import type { Job } from "./job";
import type { Link, LinkNews } from "./link";
import type { SpotView } from "./spot";

/** What happened, as every open browser hears it. Small changes carry the contacts, large ones only say so. */
export type LiveEvent =
  | {
      readonly type: "contacts";
      readonly logbookId: number;
      readonly contactCount: number;
      /** What did it, as the journal calls it. */
      readonly by: string;
      readonly added: readonly StoredContact[];
      readonly changed: readonly StoredContact[];
      readonly removed: readonly number[];
      /** By how much slots moved, and the newest entry of the journal then. */
      readonly slots: readonly Slot[];
      readonly upTo: number;
    }
  | {
      /** What counts together with a logbook for awards has moved, in another one; all of it where no slots are told. */
      readonly type: "slots";
      readonly logbookId: number;
      readonly slots: readonly Slot[] | null;
      readonly upTo: number;
    }
  | { /** Things happened after the mark that one began from: load anew. */ readonly type: "missed" }
  | { readonly type: "manyContacts"; readonly logbookId: number; readonly contactCount: number }
  | { /** Its name, or the place it is operated from. */ readonly type: "logbook"; readonly logbookId: number }
  | { readonly type: "outbox"; readonly logbookId: number; readonly service: ServiceId; readonly waiting: number }
  | {
      /** How a service is reached, or what became of what it says. */
      readonly type: "service";
      readonly logbookId: number;
      readonly service: ServiceId;
      readonly what: "settings" | "statements";
    }
  | { /** What signs, or is on its way to it; or whether keys are open. */ readonly type: "identities" }
  | {
      /** A backup is being made, was made, or could not be; or how they are made was changed. */ readonly type: "backups";
    }
  | { /** Who belongs to the station, what they are, or where they are signed in. */ readonly type: "people" }
  | { readonly type: "job"; readonly job: Job }
  | {
      /** A link: as it is now, null when it was removed; or what it says of what goes on. */
      readonly type: "link";
      readonly linkId: number;
      readonly link?: Link | null;
      readonly news?: LinkNews;
      /** The browser that asked for what the news are about. */
      readonly position?: string;
    }
  | { /** What other programs sent, or what became of it. */ readonly type: "arrivals" }
  | {
      /** Stations that were announced, new or changed, and those that are so no longer. */
      readonly type: "spots";
      readonly logbookId: number;
      readonly spots: readonly SpotView[];
      readonly gone: readonly number[];
    }
  | {
      /** Somebody is called for a station. */
      readonly type: "alert";
      readonly logbookId: number;
      readonly alert: Alert;
    }
  | {
      /** Whom one is called for, by rules and silences, or what became of what one was called for. */
      readonly type: "alerts";
      readonly logbookId: number;
      readonly what: "rules" | "outcomes";
    }
  | { /** What the sun does, as it was told anew. */ readonly type: "sun" }
  | { /** Which awards there are, or which are followed. */ readonly type: "awards"; readonly logbookId: number }
  | { /** What calls operated from where their letters do not tell. */ readonly type: "exceptions" }
  | { /** Which contests are known, or announced. */ readonly type: "contests" }
  | { /** A directory's answer about a station has arrived. */ readonly type: "directory"; readonly baseCall: string }
  | {
      /** How a directory is reached, whether it is asked, or that it is to be left alone. */ readonly type: "directories";
    }
  | {
      /** Something of an entry into a contest that is no contact. */
      readonly type: "contest";
      readonly logbookId: number;
      readonly entryId: number;
      readonly what: "entry" | "positions" | "notes" | "submissions";
    };

/** Whose an event is, or a listener: all of a logbook, one entry into a contest, or one position. */
export interface Concern {
  readonly logbookId?: number | undefined;
  readonly entryId?: number | undefined;
  readonly position?: string | undefined;
}

/** Whom an event concerns; everybody where nothing is said. */
function concernOf(event: LiveEvent): Concern {
  switch (event.type) {
    case "contacts":
    case "manyContacts":
    case "outbox":
    case "service":
    case "spots":
    case "alert":
    case "alerts":
    case "awards":
    case "slots":
      return { logbookId: event.logbookId };
    case "contest":
      return { logbookId: event.logbookId, entryId: event.entryId };
    case "link":
      return { position: event.position };
    // All logbooks and their jobs stand in every browser's menus, and a directory's answer is for whoever asked.
    case "job":
    case "logbook":
    case "directory":
    case "directories":
    case "exceptions":
    case "arrivals":
    case "contests":
    case "sun":
    case "identities":
    case "backups":
    case "people":
    case "missed":
      return {};
  }
}

/** The logbook that an event tells of; null where it tells of none. */
export function logbookOf(event: LiveEvent): number | null {
  if (event.type === "job") return event.job.logbookId;
  return "logbookId" in event ? event.logbookId : null;
}

/** Whether a listener hears an event: who does not say what concerns him hears all. */
export function hears(listener: Concern, event: LiveEvent): boolean {
  const concern = concernOf(event);
  return (["logbookId", "entryId", "position"] as const).every(
    (key) => listener[key] === undefined || concern[key] === undefined || listener[key] === concern[key],
  );
}
