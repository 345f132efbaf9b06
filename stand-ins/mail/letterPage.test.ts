import type { Server } from "node:http";
import type { AddressInfo } from "node:net";
import { createTransport } from "nodemailer";
import { startLetterPage } from "./letterPage";
import { type MailBox, startMailBox } from "./mailBox";

let box: MailBox;
let page: Server;
let url: string;
beforeEach(async () => {
  box = await startMailBox({ port: 0, domain: "farol.example" });
  page = await startLetterPage(0, () => box);
  url = `http://127.0.0.1:${(page.address() as AddressInfo).port}`;
});
afterEach(async () => {
  page.closeAllConnections();
  page.close();
  await box.close();
});
const send = (subject: string, text: string) =>
  createTransport({ host: "127.0.0.1", port: box.port, ignoreTLS: true }).sendMail({
    from: "station@farol.example",
    to: "ines@farol.example",
    subject,
    text,
  });

test("the page shows what arrived, the newest first, and nothing of a letter is markup", async () => {
  expect(await (await fetch(url)).text()).toContain("Nothing yet.");
  await send("First", "plain");
  await send("<script>alert(1)</script>", `<img src=x onerror="alert('2')">`);
  const shown = await fetch(url);
  const text = await shown.text();
  expect(shown.headers.get("content-security-policy")).toContain("default-src 'none'");
  expect(text).not.toMatch(/<script|<img/);
  expect(text).toContain("&#60;script&#62;alert(1)");
  expect(text.indexOf("alert(1)")).toBeLessThan(text.indexOf("First"));
  const letters = (await (await fetch(`${url}/letters`)).json()) as { subject: string }[];
  expect(letters.map(({ subject }) => subject)).toEqual(["<script>alert(1)</script>", "First"]);
});

test("it tells the box how to behave, and refuses what is no way to behave", async () => {
  const control = (body: string) => fetch(`${url}/control`, { method: "POST", body });
  expect((await control(JSON.stringify({ behaviour: "full" }))).status).toBe(200);
  await expect(send("No", "room")).rejects.toThrow(/the box is full/);
  expect((await control("{}")).status).toBe(400);
  expect(box.behaviour()).toBe("full");
  expect((await fetch(`${url}/elsewhere`)).status).toBe(404);
});
