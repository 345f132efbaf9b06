import { exportInputSchema } from "../../core/contract";
import { testContext, valueOf, taken } from "../testing";
import { changeContact, logContact } from "./contacts";
import { exportedFile, listExports, startExport } from "./exports";

async function begin() {
  const { context, logbookId } = await testContext();
  const log = (call: string, startedAt: string) => {
    const logged = valueOf(
      logContact(context, logbookId, { call, startedAt, band: "15m", mode: "CW", comment: "=1+1" }),
    );
    return logged.id;
  };
  const ids = [log("OY4QSA", "2026-11-20T10:00:00Z"), log("LU3QSC", "2026-11-21T23:59:59Z")];
  const file = async (input: object) => {
    const started = await startExport(context, logbookId, taken(exportInputSchema, input));
    if (!started.ok) return started.problem.detail;
    const answer = valueOf(await exportedFile(context, logbookId, started.value.id));
    return { name: answer.name, text: [...answer.pieces].join(""), contacts: started.value.contacts };
  };
  const calls = async (input: object) => {
    const made = await file(input);
    return typeof made === "string" ? made : [...made.text.matchAll(/<CALL:\d+>(\S+)/g)].map(([, call]) => call);
  };
  return { context, logbookId, ids, log, file, calls };
}

test("the log, a selection, and days are exported, the oldest first", async () => {
  const { ids, file, calls } = await begin();
  expect(await calls({ form: "adi", what: { kind: "log" } })).toEqual(["OY4QSA", "LU3QSC"]);
  expect(await calls({ form: "adi", what: { kind: "selection", selection: { ids: [ids[1]] } } })).toEqual(["LU3QSC"]);
  const days = { all: { from: "2026-11-21T00:00:00Z", to: "2026-11-21T23:59:59Z" } };
  expect(await calls({ form: "adi", what: { kind: "selection", selection: days } })).toEqual(["LU3QSC"]);
  const except = { all: {}, except: [ids[0]] };
  expect(await calls({ form: "adi", what: { kind: "selection", selection: except } })).toEqual(["LU3QSC"]);
  expect(await file({ form: "csv", what: { kind: "log" }, columns: ["call", "comment"] })).toEqual({
    name: "Test-log-2026-11-23.csv",
    text: "\uFEFFCall,Comment\r\nOY4QSA,'=1+1\r\nLU3QSC,'=1+1\r\n",
    contacts: 2,
  });
  expect(await file({ form: "csv", what: { kind: "log" }, columns: ["colour"] })).toContain('no column "colour"');
});

test("what is new is what was logged or changed since the last export of that form", async () => {
  const { context, logbookId, ids, log, calls } = await begin();
  const fresh = { form: "adi", what: { kind: "new" } };
  expect(await calls(fresh)).toEqual(["OY4QSA", "LU3QSC"]);
  expect(await calls(fresh)).toBe("nothing is new since the last export of this kind");
  log("JA3QRM", "2026-11-19T10:00:00Z");
  changeContact(context, logbookId, ids[1]!, { name: "Ana" });
  expect(await calls({ form: "adi", what: { kind: "selection", selection: { ids: [ids[0]] } } })).toEqual(["OY4QSA"]);
  expect(await calls(fresh)).toEqual(["JA3QRM", "LU3QSC"]);
  expect(await calls({ ...fresh, form: "adx" })).toEqual([]);
  const listed = listExports(context, logbookId);
  expect(listed.ok && listed.value.map(({ form, what, contacts }) => [form, what, contacts])).toEqual([
    ["adx", "new", 3],
    ["adi", "new", 2],
    ["adi", "selection", 1],
    ["adi", "new", 2],
  ]);
});
