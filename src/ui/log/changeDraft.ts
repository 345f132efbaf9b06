import type { Mend } from "@/core/confirm";
import { type Change, changeSchema } from "@/core/contract";
import { factField, type FactKey, type OwnFact } from "@/core/contact";
import { readField } from "./contactForm";

/** What is said in a form of its own; what directories say is taken over elsewhere. */
export type DraftedChange = Exclude<Change["do"], "enrich">;

/** What stands in the window of a change, as typed. */
export interface ChangeDraft {
  readonly do: DraftedChange;
  readonly field: FactKey;
  readonly value: string;
  readonly shift: string;
  readonly siteId: string;
  /** The facts of our side that are set as at the site; all where there is none. */
  readonly only: readonly OwnFact[];
  readonly logbookId: string;
  readonly pin: boolean;
  readonly sent: string;
  readonly received: string;
  readonly on: string;
  readonly via: string;
}

export const EMPTY_CHANGE: ChangeDraft = {
  do: "set",
  field: "comment",
  value: "",
  shift: "",
  siteId: "",
  only: [],
  logbookId: "",
  pin: true,
  sent: "",
  received: "",
  on: "",
  via: "",
};

/** The change that mends a contact of ours, as it would be typed. */
export function draftOfMend(mend: Mend): Partial<ChangeDraft> {
  return mend.do === "shift"
    ? { do: "shift", shift: shiftText(mend.seconds) }
    : { do: "set", field: mend.field, value: mend.value };
}

/** The change that is typed, or what is wrong in it. */
export function changeFrom(draft: ChangeDraft): { readonly change: Change } | { readonly fault: string } {
  const asked = asTyped(draft);
  if ("fault" in asked) return asked;
  const parsed = changeSchema.safeParse(asked.change);
  return parsed.success ? { change: parsed.data } : { fault: parsed.error.issues[0]?.message ?? "this cannot be done" };
}

function asTyped(draft: ChangeDraft): { readonly change: object } | { readonly fault: string } {
  switch (draft.do) {
    case "set": {
      const read = readField(factField(draft.field)!, draft.value);
      return "fault" in read ? read : { change: { do: "set", field: draft.field, value: read.value } };
    }
    case "shift": {
      const seconds = secondsOfShift(draft.shift);
      if (seconds === null) return { fault: `"${draft.shift}" is no span of time: write it as in +1:00 or -0:25` };
      return { change: { do: "shift", seconds } };
    }
    case "site":
      return draft.siteId === ""
        ? { fault: "choose a site" }
        : {
            change: {
              do: "site",
              siteId: Number(draft.siteId),
              ...(draft.only.length === 0 ? {} : { only: draft.only }),
            },
          };
    case "move":
    case "copy":
      return draft.logbookId === ""
        ? { fault: "choose a logbook" }
        : { change: { do: draft.do, logbookId: Number(draft.logbookId) } };
    case "pin":
      return { change: { do: "pin", pin: draft.pin } };
    case "card":
      if (draft.sent === "" && draft.received === "") return { fault: "say how ours or theirs stands" };
      return {
        change: {
          do: "card",
          ...(draft.sent === "" ? {} : { sent: draft.sent }),
          ...(draft.received === "" ? {} : { received: draft.received }),
          on: draft.on || null,
          via: draft.via || null,
        },
      };
    default:
      return { change: { do: draft.do } };
  }
}

/** A span of time as it is typed: "+1:00", "-0:25", with seconds only where there are some. */
export function shiftText(seconds: number): string {
  const span = Math.abs(seconds);
  const two = (value: number) => String(value).padStart(2, "0");
  const text = `${seconds < 0 ? "-" : "+"}${Math.floor(span / 3600)}:${two(Math.floor(span / 60) % 60)}`;
  return span % 60 === 0 ? text : `${text}:${two(span % 60)}`;
}

/** "+1:00", "-0:25" or "-0:00:30" in seconds; null for anything else. */
export function secondsOfShift(text: string): number | null {
  const [, sign = "", hours, minutes, seconds = "0"] =
    /^\s*([+\-−]?)\s*(\d{1,6}):(\d{1,2})(?::(\d{1,2}))?\s*$/.exec(text) ?? [];
  if (hours === undefined || minutes === undefined) return null;
  const span = Number(hours) * 3600 + Number(minutes) * 60 + Number(seconds);
  return sign === "" || sign === "+" ? span : -span;
}
