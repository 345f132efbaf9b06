import { parseMode } from "@/core/band";

interface Said {
  readonly call: string;
  readonly ownCall: string | null;
  readonly startedAt: string;
  readonly band: string;
  readonly mode: string;
}

/** A contact as others say it was, to be logged. */
export function asTheySay({ call, ownCall, startedAt, band, mode: said }: Said) {
  const { mode, submode } = parseMode(said) ?? { mode: said, submode: null };
  return { call, startedAt, band, mode, submode, ...(ownCall === null ? {} : { ownCall }) };
}
