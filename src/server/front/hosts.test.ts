import { hostFault } from "./hosts";

const bounds = { host: "127.0.0.1", port: 4680, allowedHosts: ["radio.local:4680"] };
const fault = (headers: Record<string, string>, method = "POST") => hostFault(method, headers, bounds);

test("own names are let in, others are not", () => {
  for (const host of ["127.0.0.1:4680", "localhost:4680", "[::1]:4680", "radio.local:4680"])
    expect(fault({ host })).toBeNull();
  for (const host of ["elsewhere.example", "127.0.0.1:80", "localhost"]) expect(fault({ host })).toContain(host);
  expect(fault({})).toContain("(none)");
});

test("pages of other sites are refused", () => {
  const host = "localhost:4680";
  expect(fault({ host, origin: "http://localhost:4680" })).toBeNull();
  expect(fault({ host, origin: "http://elsewhere.example" })).toContain("another site");
  expect(fault({ host, origin: "null" })).toContain("another site");
  expect(fault({ host, "sec-fetch-site": "cross-site" })).toContain("another site");
  expect(fault({ host, "sec-fetch-site": "cross-site" }, "GET")).toBeNull();
});
