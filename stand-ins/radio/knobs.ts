import { createServer, type Server } from "node:http";
import { z } from "zod";
import { bodyOf, send } from "../manners";
import { RADIO_MODES } from "./model";
import { RADIO_BEHAVIOURS, type RadioServer } from "./server";

const orderSchema = z
  .strictObject({
    frequencyHz: z.int(),
    secondHz: z.int(),
    split: z.boolean(),
    mode: z.enum(RADIO_MODES),
    widthHz: z.int(),
    watts: z.number(),
    antenna: z.string().max(4),
    transmitting: z.boolean(),
    behaviour: z.enum(RADIO_BEHAVIOURS),
  })
  .partial();

/** Starts the page on which a person turns the knobs of the radios. */
export async function startKnobs(port: number, radios: readonly RadioServer[]): Promise<Server> {
  const byName = new Map(radios.map((one) => [one.radio.model.name.toLowerCase(), one]));
  const server = createServer((request, response) => {
    void (async () => {
      const { pathname } = new URL(request.url ?? "/", "http://knobs");
      if (request.method === "GET" && pathname === "/") {
        response.writeHead(200, { "content-type": "text/html; charset=utf-8" });
        return void response.end(PAGE);
      }
      if (request.method === "GET" && pathname === "/radios")
        return send(
          response,
          200,
          radios.map(({ radio }) => ({ model: radio.model, state: radio.state })),
        );
      const meant = byName.get(/^\/radios\/(\w+)$/.exec(pathname)?.[1] ?? "");
      if (request.method !== "POST" || meant === undefined)
        return send(response, 404, { text: "there is no such radio" });
      const asked = orderSchema.safeParse(JSON.parse(await bodyOf(request)));
      if (!asked.success) return send(response, 400, { text: asked.error.issues[0]?.message ?? "not understood" });
      const { behaviour, ...change } = asked.data;
      if (behaviour !== undefined) meant.behave(behaviour);
      const fault = meant.radio.change(change);
      send(response, fault === null ? 200 : 422, fault === null ? meant.radio.state : { text: fault });
    })().catch(() => send(response, 400, { text: "not understood" }));
  });
  await new Promise<void>((resolve, reject) => {
    server.once("error", reject);
    server.listen(port, "127.0.0.1", resolve);
  });
  return server;
}

const PAGE = `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<title>Knobs of the stand-ins' radios</title>
<style>
  body { font: 16px system-ui, sans-serif; margin: 2rem; max-width: 74rem; color: #1b2733; }
  fieldset { border: 1px solid #8a97a5; margin: 0 0 1.5rem; padding: 1rem; display: grid; gap: .75rem; }
  output { font: 28px ui-monospace, monospace; }
  div { display: flex; flex-wrap: wrap; gap: .5rem; align-items: center; }
  button, select, input { font: inherit; padding: .3rem .6rem; }
</style>
<h1>Knobs</h1>
<p>What is turned here, the radio tells whoever is connected to it. The wheel over a frequency turns it by 10 Hz, with Shift by 1 kHz.</p>
<main></main>
<p role="alert"></p>
<script type="module">
const main = document.querySelector("main");
const say = (text) => (document.querySelector("[role=alert]").textContent = text);
async function turn(name, change) {
  const answer = await fetch("/radios/" + name.toLowerCase(), { method: "POST", body: JSON.stringify(change) });
  say(answer.ok ? "" : name + ": " + (await answer.json()).text);
  await show();
}
function button(text, act) {
  const made = document.createElement("button");
  made.type = "button"; made.textContent = text; made.onclick = act;
  return made;
}
function choice(label, values, value, act) {
  const made = document.createElement("label"), list = document.createElement("select");
  for (const one of values) list.add(new Option(String(one), String(one), false, String(one) === String(value)));
  list.onchange = () => act(list.value);
  made.append(label + " ", list);
  return made;
}
function row(...parts) { const made = document.createElement("div"); made.append(...parts); return made; }
async function show() {
  if (main.contains(document.activeElement) && document.activeElement.tagName === "SELECT") return;
  const focus = document.activeElement?.dataset?.key;
  main.replaceChildren(...(await (await fetch("/radios")).json()).map(({ model, state }) => {
    const box = document.createElement("fieldset"), legend = document.createElement("legend"), shown = document.createElement("output");
    const set = (change) => turn(model.name, change);
    legend.textContent = model.name;
    shown.textContent = (state.frequencyHz / 1000).toFixed(2) + " kHz";
    shown.onwheel = (event) => { event.preventDefault(); set({ frequencyHz: state.frequencyHz - Math.sign(event.deltaY) * (event.shiftKey ? 1000 : 10) }); };
    box.append(legend, shown,
      row(...[-1000000, -100000, -1000, -100, -10, 10, 100, 1000, 100000, 1000000].map((hertz) => button((hertz > 0 ? "+" : "−") + Math.abs(hertz) / 1000 + " kHz", () => set({ frequencyHz: state.frequencyHz + hertz })))),
      row(choice("Mode", model.modes, state.mode, (mode) => set({ mode })),
        choice("Filter, Hz", model.widths, state.widthHz, (value) => set({ widthHz: Number(value) })),
        choice("Power, W", [1, 5, 10, 25, 50, 100].filter((watts) => watts <= model.watts), state.watts, (value) => set({ watts: Number(value) })),
        choice("Antenna", model.antennas, state.antenna, (antenna) => set({ antenna }))),
      row(button(state.split ? "Split off" : "Split on", () => set({ split: !state.split, secondHz: state.frequencyHz })),
        button(state.transmitting ? "Stop transmitting" : "Transmit", () => set({ transmitting: !state.transmitting }))));
    box.querySelectorAll("button").forEach((one, index) => (one.dataset.key = model.name + index));
    return box;
  }));
  if (focus) main.querySelector("[data-key='" + focus + "']")?.focus();
}
await show();
setInterval(show, 500);
</script>
</html>
`;
