import { sourceValues } from "./sources";

const SITE = { cqZone: 5, ituZone: 14, grid: "GF35co", state: "ro", county: null };

test("what the site and the operator say is sent as it is spoken: two digits, capitals, four characters of the grid", () => {
  expect(sourceValues(SITE, 100, "Inés Cardozo")).toEqual({
    "site.cqZone": "05",
    "site.ituZone": "14",
    "site.grid": "GF35",
    "site.fullGrid": "GF35CO",
    "site.state": "RO",
    "site.county": null,
    "site.power": "100",
    operator: "INÉS",
  });
});

test("what is not known is nothing, and a call is no name", () => {
  const values = sourceValues({ ...SITE, cqZone: null, state: "" }, null, " ");
  expect(values).toMatchObject({ "site.cqZone": null, "site.state": null, "site.power": null, operator: null });
});
