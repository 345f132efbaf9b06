import { currentFrom, keptHere, keptLast, rearranged, usualAt } from "./keptWorkspace";

beforeEach(() => {
  localStorage.clear();
  sessionStorage.clear();
});

test("a place begins with its workspace, and what was arranged since is told by that", () => {
  expect([usualAt("desk").name, usualAt("contest").name]).toEqual(["Day", "Contest"]);
  const day = usualAt("desk");
  expect(day.changed).toBe(false);
  const after = rearranged(day, { ...day.arrangement, main: null });
  expect(after).toMatchObject({ of: "day", changed: true, arrangement: { main: null } });
  expect(currentFrom(JSON.parse(JSON.stringify(after)))).toEqual(after);
});

test.each([
  ["of a later version", { ...usualAt("desk"), arrangement: { version: 2, main: null, windows: [] } }],
  ["broken", { ...usualAt("desk"), arrangement: { version: 1, main: { panels: [] }, windows: [] } }],
  ["nothing of ours", [1, 2, 3]],
])("what a browser keeps is passed over where it is %s, and stays as it is", (_, kept) => {
  const text = JSON.stringify(kept);
  localStorage.setItem("workspace-desk", text);
  expect(keptLast.desk.get()).toBeNull();
  expect(keptHere.desk.get()).toBeNull();
  expect(currentFrom(kept)).toBeNull();
  expect(localStorage.getItem("workspace-desk")).toBe(text);
});
