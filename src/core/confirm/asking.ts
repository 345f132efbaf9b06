import { bandLabel } from "../band";
import { fullTime } from "../time/words";
import { type Channel, type Confirmation, confirmationOf, isConfirmed } from "./channel";
import { SERVICES, type ServiceId } from "./services";

/** How another operator is asked for a confirmation: through a service that carries questions, by mail, by a card. */
export type AskWay = ServiceId | "mail" | "card";
export const ASK_WAYS: readonly AskWay[] = [
  ...SERVICES.filter(({ ask }) => ask !== null).map(({ id }) => id),
  "mail",
  "card",
];

export function askWayText(way: AskWay): string {
  if (way === "mail") return "by mail";
  if (way === "card") return "by a card";
  return `through ${SERVICES.find(({ id }) => id === way)!.name}`;
}

/** Somebody who was asked so many days ago and has not answered may be asked again. */
export const ASK_AGAIN_DAYS = 30;

/** Why a contact has no confirmation of a service. */
export interface Lack {
  readonly channel: Channel;
  readonly text: string;
}

/** Why a contact is not confirmed, service by service; nothing where one confirmed it. */
export function lacksOf(call: string, confirmations: readonly Confirmation[]): Lack[] {
  if (confirmations.some(isConfirmed)) return [];
  return SERVICES.map(({ id, name }) => {
    const { sent } = confirmationOf(confirmations, id);
    const text =
      sent === "sent"
        ? `${name} has yours: ${call} did not put it in there, or otherwise than you`
        : sent === "waiting"
          ? `it waits to be sent to ${name}`
          : sent === "ignored"
            ? `it is marked as not to be sent to ${name}`
            : `it was not sent to ${name}`;
    return { channel: id, text };
  });
}

/** What an operator may write to another who lacks a confirmation: the facts, and what is asked for. */
export function askText(contact: {
  readonly call: string;
  readonly ownCall: string;
  readonly startedAt: string;
  readonly band: string;
  readonly mode: string;
  readonly submode: string | null;
  readonly name: string | null;
  readonly reportSent: string | null;
  readonly reportReceived: string | null;
  readonly frequencyHz: number | null;
}): string {
  const { call, ownCall, startedAt, band, mode, submode, name, reportSent, reportReceived, frequencyHz } = contact;
  const frequency = frequencyHz === null ? "" : ` (${(frequencyHz / 1000).toFixed(1)} kHz)`;
  const reports = [
    reportSent === null ? null : `I sent you ${reportSent}`,
    reportReceived === null ? null : `you sent me ${reportReceived}`,
  ].filter((text) => text !== null);
  return [
    `Dear ${name ?? call},`,
    "",
    "please look for our contact in your log:",
    "",
    `  ${call} and ${ownCall}`,
    `  ${fullTime(startedAt)} UTC, ${bandLabel(band)}${frequency}, ${submode ?? mode}`,
    ...(reports.length === 0 ? [] : [`  ${reports.join(", ")}`]),
    "",
    "If you have it, a confirmation would be most welcome. If yours says something else, please tell me what.",
    "",
    `73, ${ownCall}`,
  ].join("\n");
}
