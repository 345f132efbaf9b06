import type { ImportReport, Logbook, StoredContact } from "../src/core/contract";
import { expectAccessible } from "./axe";
import { ended, expect, test } from "./test";

test("a log file is imported, reported, passed over a second time, and undone", async ({ page }) => {
  await page.goto("/desk");
  // Behind the window it is hidden from whoever reads it aloud; it is looked at all the same.
  const countText = page.getByRole("status", { name: "How many contacts", includeHidden: true });
  const before = await countText.textContent();
  const dialog = page.getByRole("dialog");
  const report = dialog.getByLabel("Report");

  await page.keyboard.press("Control+Alt+i");
  await dialog.getByLabel("Log file").setInputFiles("demo/lighthouse-weekend.adi");
  const look = dialog.getByLabel("In the file");
  await expect(look).toContainText("contacts read90");
  await expect(look).toContainText("cannot be taken2");
  await expect(dialog.getByRole("region", { name: "Problems by kind" })).toContainText("is no time");
  await expectAccessible(page);
  await expect(countText).toHaveText(before!);
  await page.keyboard.press("Enter");
  await expect(dialog.getByRole("button", { name: "Undo this import" })).toBeVisible();
  await expect(report).toContainText("read90");
  await expect(report).toContainText("added86");
  await expect(report).toContainText("in the log already2");
  await expect(report).toContainText("refused2");
  await expect(dialog).toContainText("neither BAND nor FREQ says which band");
  await expect(dialog).toContainText(`"2560" is no time`);
  await expect(dialog).toContainText("it was taken whole");
  const saved = page.waitForEvent("download");
  await dialog.getByRole("link", { name: "Save the refused records" }).click();
  const file = await (await saved).createReadStream();
  let refused = "";
  for await (const chunk of file) refused += String(chunk);
  expect(refused).toContain("<CALL:6>CE3QUB <QSO_DATE:8>20260831 <TIME_ON:4>2560");
  await dialog.getByRole("button", { name: "Undo this import" }).click();
  await expect(countText).toHaveText(before!);
  await dialog.getByRole("button", { name: "Close" }).click();
  await page.keyboard.press("Control+Alt+i");
  await expect(dialog.getByRole("region", { name: "Imported before" })).toContainText("90 read, 86 added");
  await dialog.getByRole("button", { name: "Report of: Import lighthouse-weekend.adi" }).first().click();
  await expect(report).toContainText("added86");
});

test("files dropped on the page are looked into one after the other, also when the first answer is late", async ({
  page,
}) => {
  await page.goto("/desk");
  let answerFirst = () => {};
  const late = new Promise<void>((resolve) => (answerFirst = resolve));
  let isAnswered = false;
  await page.route(/imports\?.*dropped\.adi/, async (route) => {
    const response = await route.fetch();
    await late;
    await route.fulfill({ response });
    isAnswered = true;
  });
  const transfer = await page.evaluateHandle(() => {
    const data = new DataTransfer();
    data.items.add(new File(["<CALL:6>LU4QRV"], "dropped.adi"));
    data.items.add(
      new File(
        ["<CALL:6>LU4QRW <QSO_DATE:8>20190304 <TIME_ON:4>1000 <BAND:3>20m <MODE:2>CW <STATION_CALLSIGN:6>CX9QTH <EOR>"],
        "second.adi",
      ),
    );
    return data;
  });
  await page.getByRole("heading", { name: "Desk" }).dispatchEvent("drop", { dataTransfer: transfer });
  const dialog = page.getByRole("dialog");
  await expect(dialog).toContainText(/dropped.adi, .*1 of 2/);
  await dialog.getByRole("button", { name: "Pass over this file" }).click();
  await expect(dialog).toContainText(/second.adi, .*2 of 2/);
  await expect(dialog.getByRole("alert")).toContainText("None of these contacts was made under CX3QUA");
  // The file that was passed over is dropped when its answer comes, and does not take the place of this one.
  const dropping = page.waitForRequest((request) => request.method() === "DELETE");
  answerFirst();
  await dropping;
  expect(isAnswered).toBe(true);
  await expect(dialog.getByLabel("In the file")).toContainText("cannot be taken0");
});

test("a picture and an empty file are refused in plain words", async ({ page }) => {
  for (const [name, buffer, text] of [
    ["card.adi", Buffer.from("89504e470d0a1a0a0000000d49484452000001", "hex"), "there is no ADIF field in this file"],
    ["empty.adi", Buffer.alloc(0), "the file is empty"],
  ] as const) {
    await page.goto("/desk");
    await page.getByRole("button", { name: "Import" }).click();
    await page.getByLabel("Log file").setInputFiles({ name, mimeType: "text/plain", buffer });
    await expect(page.getByRole("alert").filter({ hasText: text })).toBeVisible();
  }
});

for (const form of ["adi", "adx"])
  test(`the log exported as ${form}, imported into an empty one, gives the same contacts, confirmations and all`, async ({
    app,
  }) => {
    const exported = async (id: number, as: string) =>
      (await fetch(`${app.url}/api/v1/logbooks/${id}/export.${as}`)).text();
    const logbook = (name: string) =>
      app.api<Logbook>("logbooks", {
        method: "POST",
        json: { name, site: { name: "Elsewhere", call: "CX8QSB", grid: "GF15" } },
      });
    const take = async (id: number, as: string, body: string) => {
      const job = await app.api<{ id: number }>(`logbooks/${id}/imports?name=copy.${as}`, { method: "POST", body });
      return (await ended(app, job.id)).report;
    };
    let source = 1;
    if (form === "adx") {
      // As XML all of it takes long: a part is enough.
      const records = (await exported(1, "adi")).split(/(?<=<EOR>)/i);
      source = (await logbook("A part")).id;
      await take(source, "adi", records.slice(0, 2000).join(""));
    }
    const file = await exported(source, form);
    const copy = await logbook(`Copy ${form}`);
    const report = await take(copy.id, form, file);
    const all = async (id: number) => {
      const contacts: StoredContact[] = [];
      for (let next: string | null = ""; next !== null;) {
        const page: { items: StoredContact[]; next: string | null } = await app.api(
          `logbooks/${id}/contacts?limit=500${next ? `&cursor=${next}` : ""}`,
        );
        contacts.push(...page.items);
        next = page.next;
      }
      return contacts;
    };
    const [original, copied] = [await all(source), await all(copy.id)];
    const facts = (contacts: StoredContact[]) =>
      contacts
        .map(({ id: _id, logbookId: _logbook, revision: _revision, siteId: _site, confirmations, ...rest }) =>
          JSON.stringify({
            ...rest,
            confirmations: [...confirmations].sort((a, b) => (a.channel < b.channel ? -1 : 1)),
          }),
        )
        .sort();
    expect(report).toMatchObject({ refusedCount: 0, noteCount: 0 });
    expect(copied.length).toBe(original.length - (report as ImportReport).duplicates);
    const kept = new Set(facts(original));
    expect(facts(copied).filter((fact) => !kept.has(fact))).toEqual([]);
  });
