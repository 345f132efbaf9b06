import { readFileSync } from "node:fs";
import { expectAccessible } from "./axe";
import { expect, test } from "./test";

test("a sponsor who does not vouch is replaced, the certificate comes, and what waited for it is signed and sent", async ({
  page,
  app,
}) => {
  await page.goto("/confirm");
  await page.getByRole("button", { name: /^Send \d+ waiting/ }).waitFor();
  const outbox = page.getByRole("region", { name: "Outbox" });
  await expect(outbox).toContainText("not signed: the identity of LU/CX3QUA waits for its sponsors");
  await page.getByRole("button", { name: "Identities" }).first().click();

  const chosen = page.getByRole("region", { name: "Chosen identity" });
  await expect(chosen.getByRole("list", { name: "Sponsors" })).toContainText("CE3QUE Berta Lagos");
  await expectAccessible(page);
  await chosen.getByRole("button", { name: "Ask another than CE3QUE" }).click();
  const window = page.getByRole("dialog");
  await page.keyboard.press("Enter");
  await expect(window.getByText("choose an operator")).toBeVisible();
  await window.getByLabel("Operator").selectOption("PY2QSB");
  await page.keyboard.press("Enter");
  await expect(chosen.getByRole("list", { name: "Sponsors" })).toContainText("PY2QSB Dirce Amado: asked");

  await app.lantern({ hurry: true });
  await chosen.getByRole("button", { name: "Ask how it stands" }).click();
  await expect(chosen).toContainText("Argentina, ready");
  await expect(page.getByText("the identity of LU/CX3QUA waits for its sponsors")).toBeHidden();

  await page.getByRole("tab", { name: "Lantern" }).click();
  await expect(page.getByRole("button", { name: /^Send \d+ waiting/ })).toBeEnabled();
  await expect(outbox.getByRole("row").filter({ hasText: "waits for its sponsors" })).toHaveCount(0);
  await page.keyboard.press("s");
  await expect(outbox).toContainText(/[1-9]\d* accepted, \d+ known already, 0 refused/);
  await expect(outbox.getByRole("row").filter({ hasText: "LU/CX3QUA" })).toHaveCount(0);
});

test("an identity is asked for and handed in by keyboard; a wrong certificate is refused", async ({ page }) => {
  await page.goto("/confirm?service=identities");
  const chosen = page.getByRole("region", { name: "Chosen identity" });
  await chosen.getByRole("heading").waitFor();
  await page.keyboard.press("a");
  const window = page.getByRole("dialog");
  await expect(window.getByLabel("Call, as it was on the air")).toBeFocused();
  await page.keyboard.type("cx3qua/m");
  await expect(window.getByLabel("Entity it was in")).toHaveValue("Uruguay");
  await page.keyboard.press("Enter");
  await expect(window.getByText("write a day as in 2026-11-23")).toBeVisible();
  await window.getByLabel("Day of the first contact").fill("2024-02-01");
  await page.keyboard.press("Enter");
  await expect(chosen).toContainText("CX3QUA/M Uruguay, asked, not handed in");

  await chosen.getByRole("button", { name: "Load the certificate" }).click();
  await window.getByLabel(/^Text, from BEGIN/).fill("Dear Inés, here it is.");
  await window.getByRole("button", { name: "Load", exact: true }).click();
  await expect(window.getByText(/this is no certificate: give all of it/)).toBeVisible();
  await page.keyboard.press("Escape");

  await chosen.getByRole("button", { name: "Hand it in" }).click();
  await window.getByLabel("First operator").selectOption("CX1QRA");
  await window.getByLabel("Second operator").selectOption("CX1QRA");
  await page.keyboard.press("Enter");
  await expect(window.getByText("name different operators")).toBeVisible();
  await window.getByLabel("Second operator").selectOption("OA4QTF");
  await page.keyboard.press("Enter");
  await expect(chosen).toContainText("waiting for CX1QRA and OA4QTF");

  await chosen.getByRole("button", { name: "Take away" }).click();
  await expect(chosen).not.toContainText("CX3QUA/M");
  await page.getByRole("button", { name: "Bring it back" }).click();
  await page.getByRole("button", { name: "CX3QUA/M", exact: true }).click();
  await expect(chosen).toContainText("waiting for CX1QRA and OA4QTF");
});

test("an identity is saved to a file and loaded from it; under a passphrase nothing is signed until it is given", async ({
  page,
  app,
}) => {
  await page.goto("/confirm?service=identities");
  const chosen = page.getByRole("region", { name: "Chosen identity" });
  await page.getByRole("button", { name: "CX8QSB", exact: true }).click();
  await chosen.getByRole("button", { name: "Save to a file" }).click();
  const window = page.getByRole("dialog");
  await page.keyboard.type("fourteen metres");
  await page.keyboard.press("Enter");
  await expect(window.getByText("type the same password again")).toBeVisible();
  await window.getByLabel("Once more").fill("fourteen metres");
  const saved = page.waitForEvent("download");
  await page.keyboard.press("Enter");
  const file = await (await saved).path();
  expect(readFileSync(file).subarray(0, 2).toString("hex")).toBe("3082");
  await expect(chosen).toContainText("Saved to a file");

  await page.keyboard.press("l");
  await window.getByLabel("File of the identity").setInputFiles(file);
  await window.getByLabel("Password of the file").fill("fifteen metres");
  await page.keyboard.press("Enter");
  await expect(window.getByText("the password is another one, or the file is damaged")).toBeVisible();
  await window.getByLabel("Password of the file").fill("fourteen metres");
  await page.keyboard.press("Enter");
  await expect(page.getByText("The identity of CX8QSB is loaded.")).toBeVisible();

  await page.getByRole("button", { name: "Passphrase", exact: true }).click();
  await page.keyboard.type("a lighthouse");
  await window.getByLabel("Once more").fill("a lighthouse");
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Close the keys" }).click();
  await expect(page.getByText("The keys are closed: nothing is signed until they are opened.")).toBeVisible();

  const contact = { call: "P29QSA", band: "20m", mode: "CW", startedAt: "2026-11-01T10:00:00Z" };
  await app.api("logbooks/1/contacts", { method: "POST", json: contact });
  await page.getByRole("tab", { name: "Lantern" }).click();
  await page.getByRole("button", { name: /^Send [1-9]\d* waiting/ }).click();
  const state = page.getByRole("status").filter({ hasText: "Send to Lantern" });
  await expect(state).toContainText("The keys are closed: open them with the passphrase");

  await page.getByRole("tab", { name: "Identities" }).click();
  await page.getByRole("button", { name: "Open the keys" }).click();
  await page.keyboard.type("a lighthouse");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: "Close the keys" })).toBeVisible();
  await page.getByRole("tab", { name: "Lantern" }).click();
  await page.getByRole("button", { name: /^Send [1-9]\d* waiting/ }).click();
  await expect(state).toContainText(/[1-9]\d* accepted/);

  await page.getByRole("tab", { name: "Identities" }).click();
  await page.getByRole("button", { name: "Passphrase", exact: true }).click();
  await window.getByLabel("Passphrase so far").fill("a lighthouse");
  await page.keyboard.press("Enter");
  await expect(page.getByText("The keys rest without a passphrase.")).toBeVisible();
});
