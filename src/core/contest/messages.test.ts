import { nextStep } from "./flow";
import {
  messageSetSchema,
  messageText,
  piecesOf,
  sentText,
  spelled,
  spokenText,
  USUAL_MESSAGES,
  usualMessages,
} from "./messages";
import { byHour, operatingTime, rateAt } from "./rate";
import { allowedBy, categoryFault, limitsFor } from "./limits";
import { SHIPPED_CONTESTS } from "./shipped";

const [dash, , , wire] = SHIPPED_CONTESTS as [
  (typeof SHIPPED_CONTESTS)[0],
  unknown,
  unknown,
  (typeof SHIPPED_CONTESTS)[0],
];
const FACTS = {
  theirCall: "DL1QTA",
  myCall: "CX3QUA",
  theirName: "",
  operator: "INES",
  sent: { report: "599", serial: "9" },
};

describe("messages", () => {
  const { numbers, run, search } = USUAL_MESSAGES;

  it("are exactly what goes out", () => {
    const texts = (set: typeof run) => set.map((message) => messageText(dash, "outside", message, FACTS, numbers));
    expect(texts(run)).toEqual(["CQ TEST CX3QUA CX3QUA", "DL1QTA 5NN 009", "TU CX3QUA", "AGN", "DL1QTA"]);
    expect(texts(search)).toEqual(["CX3QUA", "R 5NN 009", "TU", "NR?"]);
  });

  it("send digits as letters in Morse alone", () => {
    const exchange = (group: Parameters<typeof usualMessages>[0]) => {
      const set = usualMessages(group);
      return messageText(dash, "outside", set.run[1]!, FACTS, set.numbers);
    };
    expect([exchange("CW"), exchange("digital")]).toEqual(["DL1QTA 5NN 009", "DL1QTA 599 009"]);
  });

  it.each([
    ["serial", "9", { digits: 3, short: "none" }, "009"],
    ["serial", "9", { digits: 1, short: "none" }, "9"],
    ["serial", "120", { digits: 3, short: "all" }, "12T"],
    ["serial", "9", { digits: 3, short: "all" }, "TTN"],
    ["report", "599", { digits: 3, short: "reports" }, "5NN"],
    ["report", "599", { digits: 3, short: "none" }, "599"],
    ["name", "ANA", { digits: 3, short: "all" }, "ANA"],
  ] as const)("%s %s with %j", (type, value, how, text) => expect(sentText(type, value, how)).toBe(text));

  it("have the pieces of the contest, and no others", () => {
    expect(piecesOf(wire, "outside").map(({ id }) => id)).toEqual(
      expect.arrayContaining(["theirCall", "part:year", "part:name"]),
    );
    const bad = { ...USUAL_MESSAGES, run: [{ ...run[0]!, pieces: [{ piece: "luck" }] }] };
    expect(messageSetSchema.safeParse(bad).error?.issues[0]?.message).toBe('there is no piece "luck"');
    expect(messageSetSchema.parse(JSON.parse(JSON.stringify(USUAL_MESSAGES)))).toEqual(USUAL_MESSAGES);
  });

  it("can be said", () => {
    expect(spelled("EA8/CX3QUA")).toBe("Echo Alfa eight stroke Charlie X-ray three Quebec Uniform Alfa");
    expect(spokenText("CQ TEST CX3QUA")).toBe("CQ, TEST, Charlie X-ray three Quebec Uniform Alfa");
  });
});

describe("what Enter does next", () => {
  const step = (way: "run" | "search", call: string, complete: boolean, answered: boolean, exchanged: boolean) => {
    const { send, logs } = nextStep({ way, call, complete, answered, exchanged });
    return `${send ?? "nothing"}${logs ? ", logs" : ""}`;
  };
  it("running", () => {
    expect(step("run", "", false, false, false)).toBe("call");
    expect(step("run", "DL1QTA", false, false, false)).toBe("exchange");
    expect(step("run", "DL1QTA", false, false, true)).toBe("again");
    expect(step("run", "DL1QTA", true, false, true)).toBe("thanks, logs");
  });
  it("searching", () => {
    expect(step("search", "", false, false, false)).toBe("nothing");
    expect(step("search", "DL1QTA", true, false, false)).toBe("answer");
    expect(step("search", "DL1QTA", false, true, false)).toBe("again");
    expect(step("search", "DL1QTA", true, true, false)).toBe("exchange, logs");
    expect(step("search", "DL1QTA", true, true, true)).toBe("nothing, logs");
  });
});

describe("time", () => {
  const minutes = (...at: number[]) => at.map((minute) => minute * 60);

  it("rate of the last 10 and 60 minutes", () => {
    expect(rateAt(minutes(0, 30, 55, 58, 60, 70), 60 * 60)).toEqual({ last10: 18, last60: 4 });
  });
  it("by hour, hours without contacts too", () => {
    expect(byHour(minutes(-5, 5, 59, 61, 185), 0, 4 * 3600).map(({ contacts }) => contacts)).toEqual([2, 1, 0, 1]);
  });
  it("operating time leaves out pauses that are long enough", () => {
    expect(operatingTime(minutes(0, 10, 69, 129, 130), 60)).toEqual({
      seconds: 70 * 60,
      offTimes: [{ from: 69 * 60, to: 129 * 60 }],
    });
    expect(operatingTime([], 60)).toEqual({ seconds: 0, offTimes: [] });
  });
});

describe("categories", () => {
  const single = { operator: "SINGLE-OP", assisted: "ASSISTED", band: "20M", mode: "CW", power: "LOW" };
  it("exist or not, alone and together", () => {
    expect(categoryFault(dash, single)).toBeNull();
    expect(categoryFault(dash, { ...single, operator: "MULTI-OP" })).toContain("this combination does not exist");
    expect(categoryFault(dash, { ...single, power: "SOME" })).toContain("SOME is no power category");
    expect(categoryFault(dash, { ...single, overlay: "ROOKIE" })).toContain("no overlay category");
  });
  it("have their limits", () => {
    expect(limitsFor(dash, single)).toEqual({
      operatingHours: 22,
      offMinutes: 45,
      watts: 100,
      bandChangesAnHour: null,
    });
    expect(limitsFor(dash, { ...single, operator: "MULTI-OP" })).toMatchObject({
      operatingHours: null,
      bandChangesAnHour: 8,
    });
    expect(allowedBy(single)).toEqual({ band: "20m", mode: "CW" });
    expect(["2M", "432", "1.2G", "160M"].map((band) => allowedBy({ band }).band)).toEqual([
      "2m",
      "70cm",
      "23cm",
      "160m",
    ]);
    expect(allowedBy({ band: "ALL", mode: "SSB" })).toEqual({ band: null, mode: "voice" });
  });
});
