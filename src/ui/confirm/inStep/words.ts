import { bandLabel } from "@/core/band";
import { type ChartPart, type Figure, serviceById } from "@/core/confirm";
import { HERE, type Place } from "@/core/contract";
import { count } from "../../kit/format";

export function placeName(place: Place): string {
  return place === HERE ? "This log" : serviceById(place).name;
}

/** Whether a place says itself what it has; of others this log says it. */
export function tellsItself(place: Place): boolean {
  return place === HERE || serviceById(place).chart !== null;
}

export const FIGURE_NAMES: Readonly<Record<Figure, string>> = {
  contacts: "Contacts",
  confirmed: "Contacts confirmed",
  entities: "Entities",
  confirmedEntities: "Entities confirmed",
  slots: "Slots",
  confirmedSlots: "Slots confirmed",
};

/** 12 as "+12", -3 as "−3". */
export function signed(value: number): string {
  return value < 0 ? `\u2212${count(-value)}` : `+${count(value)}`;
}

/** A part of a chart as it goes into a sentence. */
export function partText({ band, modeGroup }: ChartPart): string {
  if (band === null) return modeGroup === null ? "in all" : `in ${modeGroup}`;
  return `on ${bandLabel(band)}${modeGroup === null ? "" : ` in ${modeGroup}`}`;
}
