import { type ChildProcess, spawn } from "node:child_process";
import { cpSync, mkdtempSync, rmSync } from "node:fs";
import http, { createServer } from "node:http";
import https from "node:https";
import type { AddressInfo, Server } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { startAlmanac } from "../stand-ins/almanac/server";
import { startKeyer } from "../stand-ins/keyer/server";
import { DEMO_TOKEN, startLantern } from "../stand-ins/lantern/server";
import { startOrganiser } from "../stand-ins/organiser/server";
import { startSkerry } from "../stand-ins/skerry/server";
import { startTideline, TIDELINE_CALLS, TIDELINE_KEY } from "../stand-ins/tideline/server";

interface LanternCounts {
  readonly has: number;
  readonly asked: number;
  readonly taken: number;
}

/** The built application on a free port, with a database and a stand-in of its own. */
export interface App {
  readonly url: string;
  readonly data: string;
  /** How many contacts the stand-in has, how often it was asked to take some, and how many it took, each as often as it came. */
  readonly lanternHas: () => Promise<LanternCounts>;
  readonly lantern: (control: { behaviour?: string; hurry?: boolean }) => Promise<void>;
  readonly tideline: (control: { behaviour?: string; hurry?: boolean }) => Promise<void>;
  readonly organiser: (control: { behaviour?: string; closed?: string[] }) => Promise<void>;
  /** Whether its keyer loses the shifts to figures. */
  readonly keyerLoses: (loses: boolean) => void;
  /** One request to the interface for programs; fails when it is refused. */
  readonly api: <Answer>(path: string, init?: RequestInit & { json?: unknown }) => Promise<Answer>;
  /** Has an identity of a call given, as an operator gets it. */
  readonly identify: (logbookId: number, call: string) => Promise<void>;
  readonly pid: () => number;
  /** What the server has said so far. */
  readonly said: () => string;
  /** Ends the server as a power cut would. */
  readonly kill: () => Promise<void>;
  readonly restart: () => Promise<void>;
  readonly stop: () => Promise<void>;
}

interface AppOptions {
  /** The data folder, where it is to be a certain one. */
  readonly data?: string;
  /** Open to others, who sign in. */
  readonly shared?: boolean;
  /** The first start is killed after so many milliseconds, and then it is started again. */
  readonly killAfterMs?: number;
  /** So long services and organisers may take to answer, seconds. */
  readonly patience?: number;
}

/** @param from "demo" for a copy of the demo log, "empty" for a first start */
export async function startApp(from: "demo" | "empty", options: AppOptions = {}): Promise<App> {
  const data = options.data ?? mkdtempSync(join(tmpdir(), "ypsiloid-app-"));
  if (from === "demo") cpSync(process.env.YPSILOID_TEST_SEED!, data, { recursive: true });
  const lantern = await startLantern({
    file: join(data, "stand-ins", "lantern.sqlite"),
    port: 0,
    token: DEMO_TOKEN,
    pace: 3600,
  });
  const lanternUrl = `http://127.0.0.1:${portOf(lantern)}`;
  const tideline = await startTideline({
    file: join(data, "stand-ins", "tideline.sqlite"),
    port: 0,
    key: TIDELINE_KEY,
    calls: TIDELINE_CALLS,
    pace: 3600,
    witnesses: { Lantern: lanternUrl },
  });
  const tidelineUrl = `http://127.0.0.1:${portOf(tideline)}`;
  const organiser = await startOrganiser({ port: 0 });
  const organiserUrl = `http://127.0.0.1:${portOf(organiser)}`;
  const almanac = await startAlmanac({ port: 0, perSecond: 100 });
  const skerry = await startSkerry({ port: 0, perSecond: 100 });
  let keyerLoses = false;
  const keyer = await startKeyer({ port: 0, behaviour: () => (keyerLoses ? "lostFigures" : "normal") });
  const port = await freePort();
  const url = `${options.shared ? "https" : "http"}://127.0.0.1:${port}`;
  let said = "";
  if (options.killAfterMs !== undefined) {
    const child = spawnServer();
    await new Promise((resolve) => setTimeout(resolve, options.killAfterMs));
    child.kill("SIGKILL");
    await new Promise((resolve) => child.once("exit", resolve));
  }
  let server = await launch();

  function spawnServer(): ChildProcess {
    const child = spawn(process.execPath, ["scripts/serve.mjs", ...(options.shared ? ["--share"] : [])], {
      stdio: ["ignore", "pipe", "inherit"],
      env: {
        ...process.env,
        NODE_ENV: "production",
        NEXT_TELEMETRY_DISABLED: "1",
        MALLOC_ARENA_MAX: "2",
        YPSILOID_HOST: "127.0.0.1",
        YPSILOID_PORT: String(port),
        YPSILOID_DATA: data,
        YPSILOID_LANTERN_URL: lanternUrl,
        YPSILOID_LANTERN_TIMEOUT: String(options.patience ?? 2),
        YPSILOID_TIDELINE_URL: tidelineUrl,
        YPSILOID_TIDELINE_TIMEOUT: String(options.patience ?? 2),
        YPSILOID_ORGANISER_URL: organiserUrl,
        YPSILOID_ORGANISER_TIMEOUT: String(options.patience ?? 2),
        YPSILOID_ALMANAC_URL: `http://127.0.0.1:${portOf(almanac)}`,
        YPSILOID_SKERRY_URL: `http://127.0.0.1:${portOf(skerry)}`,
        YPSILOID_KEYER_PORT: String(portOf(keyer)),
      },
    });
    child.stdout.setEncoding("utf8").on("data", (piece: string) => (said += piece));
    return child;
  }

  async function launch(): Promise<ChildProcess> {
    const child = spawnServer();
    for (;;) {
      if (child.exitCode !== null) throw new Error("the application ended before it answered");
      const up = await statusOf(`${url}/api/v1/health`);
      // Without a database it says so, which is an answer.
      if (up === 200 || up === 503) return child;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  }

  async function end(signal: NodeJS.Signals): Promise<void> {
    if (server.exitCode !== null || server.signalCode !== null) return;
    const ended = new Promise((resolve) => server.once("exit", resolve));
    server.kill(signal);
    const patience = setTimeout(() => server.kill("SIGKILL"), 10_000);
    await ended;
    clearTimeout(patience);
  }

  async function api<Answer>(path: string, { json, ...init }: RequestInit & { json?: unknown } = {}): Promise<Answer> {
    const body =
      json === undefined ? {} : { body: JSON.stringify(json), headers: { "content-type": "application/json" } };
    const response = await fetch(`${url}/api/v1/${path}`, { ...init, ...body });
    if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
    return (await response.json()) as Answer;
  }

  async function lanternIs(control: { behaviour?: string; hurry?: boolean }): Promise<void> {
    await fetch(`${lanternUrl}/control`, { method: "POST", body: JSON.stringify(control) });
  }

  return {
    url,
    data,
    pid: () => server.pid!,
    said: () => said,
    async lanternHas() {
      return (await (await fetch(`${lanternUrl}/health`)).json()) as LanternCounts;
    },
    lantern: lanternIs,
    async tideline(control) {
      await fetch(`${tidelineUrl}/control`, { method: "POST", body: JSON.stringify(control) });
    },
    async organiser(control) {
      await fetch(`${organiserUrl}/control`, { method: "POST", body: JSON.stringify(control) });
    },
    keyerLoses(loses) {
      keyerLoses = loses;
    },
    api,
    async identify(logbookId, call) {
      const all = `logbooks/${logbookId}/services/lantern/identities`;
      const person = { name: "Inés Cardozo", address: "Camino del Faro 3, Cabo Farol", mail: "ines@farol.example" };
      const input = { ...person, call, entityCode: 144, from: "1920-01-01", to: null };
      const { id } = await api<{ id: number }>(all, { method: "POST", json: input });
      await api(`${all}/${id}/hand-in`, { method: "POST", json: { sponsors: ["CX1QRA", "PY2QSB"] } });
      await lanternIs({ hurry: true });
      await api(`${all}/${id}/look`, { method: "POST" });
    },
    kill: () => end("SIGKILL"),
    async restart() {
      server = await launch();
    },
    async stop() {
      await end("SIGTERM");
      lantern.closeAllConnections();
      tideline.closeAllConnections();
      organiser.closeAllConnections();
      almanac.closeAllConnections();
      skerry.closeAllConnections();
      for (const standIn of [lantern, tideline, organiser, almanac, skerry, keyer])
        await new Promise((resolve) => standIn.close(resolve));
      rmSync(data, { recursive: true, force: true });
    },
  };
}

/** Null where nothing answers. Whoever made the certificate is believed. */
function statusOf(url: string): Promise<number | null> {
  const { get } = url.startsWith("https") ? https : http;
  return new Promise((resolve) => {
    get(url, { rejectUnauthorized: false, agent: false }, (response) => {
      response.resume();
      resolve(response.statusCode!);
    }).on("error", () => resolve(null));
  });
}

async function freePort(): Promise<number> {
  const probe = createServer();
  await new Promise<void>((resolve) => probe.listen(0, "127.0.0.1", resolve));
  const port = portOf(probe);
  await new Promise((resolve) => probe.close(resolve));
  return port;
}

function portOf(server: Server): number {
  return (server.address() as AddressInfo).port;
}
