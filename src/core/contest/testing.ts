import { modeGroup } from "../band";
import { baseCall } from "../callsign";
import type { CheckedContact } from "./check";
import { stationByCall } from "./station";

/** A contact in Morse on 20 m as scoring and the log check need it, of which the call is all that is known. For tests. */
export function testContact(
  call: string,
  startedAt: number,
  { mode = "CW", ...more }: Partial<CheckedContact> & Pick<CheckedContact, "id">,
): CheckedContact {
  return {
    ...stationByCall(call, startedAt),
    startedAt,
    baseCall: baseCall(call),
    band: "20m",
    mode,
    submode: null,
    modeGroup: modeGroup(mode),
    reportReceived: "599",
    serialSent: null,
    serialReceived: null,
    exchangeReceived: null,
    partsReceived: null,
    notClaimed: null,
    transmitter: null,
    state: null,
    power: null,
    ...more,
  };
}
