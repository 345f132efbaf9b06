import { ASK_WAYS, askText, askWayText, lacksOf } from "./asking";
import { emptyConfirmation } from "./channel";

test("the ways to ask are the services that carry questions, mail and a card", () => {
  expect(ASK_WAYS).toEqual(["tideline", "mail", "card"]);
  expect(ASK_WAYS.map(askWayText)).toEqual(["through Tideline", "by mail", "by a card"]);
});

test.each([
  ["sent", "Lantern has yours: DL1QTA did not put it in there, or otherwise than you"],
  ["waiting", "it waits to be sent to Lantern"],
  ["ignored", "it is marked as not to be sent to Lantern"],
  ["no", "it was not sent to Lantern"],
] as const)("what is %s lacks its confirmation because %s", (sent, text) => {
  expect(lacksOf("DL1QTA", [{ ...emptyConfirmation("lantern"), sent }])).toContainEqual({ channel: "lantern", text });
});

test("what one channel confirmed lacks nothing", () => {
  expect(lacksOf("DL1QTA", [{ ...emptyConfirmation("card"), received: "confirmed" }])).toEqual([]);
});

test("the text has the facts, and leaves out what is not known", () => {
  const contact = {
    call: "DL1QTA",
    ownCall: "CX3QUA",
    startedAt: "2026-11-23T21:40:07Z",
    band: "20m",
    mode: "MFSK",
    submode: "FT4",
    name: null,
    reportSent: "-07",
    reportReceived: null,
    frequencyHz: 14_080_000,
  };
  const text = askText(contact);
  expect(text).toContain("Dear DL1QTA,");
  expect(text).toContain("2026-11-23 21:40 UTC, 20 m (14080.0 kHz), FT4\n  I sent you -07\n");
  expect(askText({ ...contact, name: "Anke", frequencyHz: null, reportSent: null })).toMatch(
    /Dear Anke,[^]*UTC, 20 m, FT4\n\nIf/,
  );
});
