import { reachedBy, withPort } from "./reach";

const line = (address: string, internal = false) => [{ address, internal }];
const interfaces = {
  lo: line("127.0.0.1", true),
  eth0: [...line("192.0.2.7"), ...line("fe80::1"), ...line("2001:db8::7")],
  wlan0: line("198.51.100.3"),
};

test("whoever listens on every address is reached by each that others can use, and by the computer's name", () => {
  const all = reachedBy("::", "Faro", interfaces);
  expect(reachedBy("0.0.0.0", "Faro", interfaces)).toEqual(all.filter((name) => name !== "2001:db8::7"));
  expect(all).toEqual(["192.0.2.7", "2001:db8::7", "198.51.100.3", "faro.local", "faro", "localhost", "127.0.0.1"]);
  expect(reachedBy("::", "faro.home example", {})).toEqual(["localhost", "127.0.0.1"]);
});

test("whoever listens on one address is reached by that, and from here", () => {
  expect(reachedBy("192.0.2.7", "Faro", interfaces)).toEqual(["192.0.2.7", "localhost", "127.0.0.1"]);
  expect(reachedBy("127.0.0.1", "Faro", interfaces)).toEqual(["127.0.0.1", "localhost"]);
});

test("an address stands before a port as a Host header has it", () => {
  expect(["faro.local", "192.0.2.7", "2001:db8::7"].map((name) => withPort(name, 4680))).toEqual([
    "faro.local:4680",
    "192.0.2.7:4680",
    "[2001:db8::7]:4680",
  ]);
});
