import fc from "fast-check";
import {
  CHANNEL_IDS,
  type Confirmation,
  confirmationOf,
  emptyConfirmation,
  queuedFor,
  servicesWaitedFor,
  toldAlike,
  withConfirmation,
} from ".";
import { RECEIVED_STATES, SENT_STATES } from "./channel";

const confirmation = fc
  .record({ sent: fc.constantFrom(...SENT_STATES), received: fc.constantFrom(...RECEIVED_STATES) })
  .filter(({ sent, received }) => sent !== "no" || received !== "no");
const confirmations = fc
  .tuple(
    ...CHANNEL_IDS.map((channel) =>
      fc.option(confirmation).map((one) => one && { ...emptyConfirmation(channel), ...one }),
    ),
  )
  .map((all) => all.filter((one): one is Confirmation => one !== null));

test("one channel changes, the others stay as they are, and what says nothing is none", () => {
  fc.assert(
    fc.property(confirmations, fc.constantFrom(...CHANNEL_IDS), confirmation, (before, channel, change) => {
      const after = withConfirmation(before, channel, change);
      expect(confirmationOf(after, channel)).toEqual({ ...confirmationOf(before, channel), ...change });
      const others = (all: readonly Confirmation[]) => all.filter((one) => one.channel !== channel);
      expect(others(after)).toEqual(others(before));
      expect(withConfirmation(after, channel, emptyConfirmation(channel))).toEqual(others(before));
    }),
  );
});

test("a service is waited for where nothing says that it has the contact; a card never is", () => {
  fc.assert(
    fc.property(confirmations, (before) => {
      const after = queuedFor(before, ["lantern"]);
      const { sent } = confirmationOf(before, "lantern");
      expect(confirmationOf(after, "lantern").sent).toBe(sent === "no" ? "waiting" : sent);
      expect(confirmationOf(after, "card")).toEqual(confirmationOf(before, "card"));
      const others = servicesWaitedFor(before).filter((service) => service !== "lantern");
      expect(servicesWaitedFor(after).sort()).toEqual(
        ["no", "waiting"].includes(sent) ? ["lantern", ...others] : others,
      );
    }),
  );
  expect(servicesWaitedFor([{ ...emptyConfirmation("card"), sent: "waiting" }])).toEqual([]);
});

test.each(["ownCall", "call", "startedAt", "band", "mode", "submode"] as const)("a service is told of %s", (key) => {
  const told = {
    ownCall: "CX3QUA",
    call: "DL1QTA",
    startedAt: "2026-11-23T21:00:00Z",
    band: "20m",
    mode: "CW",
    submode: null,
  };
  expect(toldAlike(told, { ...told, [key]: "another" })).toBe(false);
  expect(toldAlike(told, { ...told })).toBe(true);
});
