import { readGrantList } from "./grantList";

const read = (text: string) => readGrantList(text).map(({ text: _, ...line }) => line);

test.each([
  ["OY4QSA 2019-05-31 20m CW", { call: "OY4QSA", day: "2019-05-31", band: "20m", modeGroup: "CW" }],
  ["2019-05-31,oy4qsa/p;20 M\tSSB", { call: "OY4QSA/P", day: "2019-05-31", band: "20m", modeGroup: "voice" }],
  ["20190531 ft4 70 cm DL1QTA", { call: "DL1QTA", day: "2019-05-31", band: "70cm", modeGroup: "digital" }],
  ["DL1QTA 2019-05-31 160m phone", { call: "DL1QTA", day: "2019-05-31", band: "160m", modeGroup: "voice" }],
  ["DL1QTA 2019-05-31 160m", { call: "DL1QTA", day: "2019-05-31", band: "160m", modeGroup: null }],
])("%s", (text, contact) => {
  expect(read(text)).toEqual([{ line: 1, ok: true, ...contact }]);
});

test.each([
  ["2019-05-31 20m CW", "a call is missing"],
  ["OY4QSA 20m CW", "a day is missing: write it as in 2019-05-31"],
  ["OY4QSA 2019-02-30 20m", '"2019-02-30" is no call, day, band or mode'],
  ["OY4QSA 2019-05-31 CW", "a band is missing: write it as in 20m"],
  ["OY4QSA 2019-05-31 20m granted", '"granted" is no call, day, band or mode'],
])("%s says nothing: %s", (text, why) => {
  expect(read(`\n# of old\n${text}`)).toEqual([{ line: 3, ok: false, why }]);
});
