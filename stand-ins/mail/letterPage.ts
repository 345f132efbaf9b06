import { createServer, type Server } from "node:http";
import { z } from "zod";
import { bodyOf, send } from "../manners";
import { type Letter, MAIL_BEHAVIOURS, type MailBox } from "./mailBox";

const controlSchema = z.object({ behaviour: z.enum(MAIL_BEHAVIOURS) });

/** Starts the page that shows what arrived in a mail box: `GET /letters` says it as JSON, `POST /control` how the box behaves. */
export async function startLetterPage(port: number, box: () => MailBox | undefined): Promise<Server> {
  const server = createServer((request, response) => {
    void (async () => {
      const { pathname } = new URL(request.url ?? "/", "http://letters");
      const mailBox = box();
      if (mailBox === undefined) return send(response, 503, { text: "the mail box is not running here" });
      if (request.method === "POST" && pathname === "/control") {
        const { behaviour } = controlSchema.parse(JSON.parse(await bodyOf(request)));
        mailBox.behave(behaviour);
        return send(response, 200, { behaviour });
      }
      if (pathname === "/letters") return send(response, 200, mailBox.letters);
      if (pathname !== "/") return send(response, 404, { text: "there are /, /letters and POST /control" });
      response.writeHead(200, { "content-type": "text/html; charset=utf-8", "content-security-policy": POLICY });
      response.end(pageOf(mailBox.letters));
    })().catch(() => send(response, 400, { text: "not understood" }));
  });
  await new Promise<void>((resolve, reject) => {
    server.once("error", reject);
    server.listen(port, "127.0.0.1", resolve);
  });
  return server;
}

/** Nothing of a letter is run. */
const POLICY = "default-src 'none'; style-src 'unsafe-inline'";

function pageOf(letters: readonly Letter[]): string {
  const listed = letters.map(
    ({ at, from, to, subject, text }) =>
      `<article><h2>${escaped(subject)}</h2><p class="who">${escaped(at.slice(0, 19).replace("T", " "))} UTC, from ${escaped(from)} to ${escaped(to.join(", "))}</p><pre>${escaped(text)}</pre></article>`,
  );
  return `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta http-equiv="refresh" content="5">
<title>What arrived in the mail box</title>
<style>
  body { font: 16px system-ui, sans-serif; margin: 2rem; max-width: 50rem; color: #1b2733; }
  article { border-top: 1px solid #aab4bd; padding: 0.6rem 0; }
  h2 { font-size: 1rem; margin: 0; }
  .who { color: #51606d; margin: 0.2rem 0; }
  pre { white-space: pre-wrap; font: inherit; margin: 0.4rem 0 0; }
</style>
<h1>What arrived in the mail box</h1>
${listed.join("\n") || "<p>Nothing yet.</p>"}
</html>
`;
}

function escaped(text: string): string {
  return text.replace(/[&<>"']/g, (letter) => `&#${letter.charCodeAt(0)};`);
}
