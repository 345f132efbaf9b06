import { request } from "node:http";
import { startApp } from "../e2e/app";
import { type Outcome, randomOf } from "./outcome";

const SIGNS = [
  "a",
  "Z",
  "7",
  "-",
  "_",
  ".",
  "~",
  "%25",
  "%ff",
  "%00",
  "%2e%2e",
  "..",
  "'",
  '"',
  "(",
  ";",
  "é",
  "😀",
  " ",
];
const VALUES = [
  "",
  "0",
  "-1",
  "1e99",
  "NaN",
  "999999999999999999999",
  "\0",
  "\ud800",
  "<script>",
  "' OR 1=1 --",
  "[]",
  "{}",
];
const BODIES: readonly unknown[] = [
  null,
  [],
  {},
  "x",
  7,
  true,
  { call: "\0" },
  { revision: -1 },
  { ids: [1e300] },
  { selection: { all: {} } },
];

interface Said {
  readonly status: number;
  readonly body: string;
  readonly policy: string | undefined;
}

/** Asks invented paths under a foreign name, and every route with what it does not expect. */
export async function strangers(rounds: number): Promise<Outcome> {
  const random = randomOf(11);
  const pick = <Value>(values: readonly Value[]) => values[Math.floor(random() * values.length)]!;
  const broken: string[] = [];
  let tried = 0;
  const app = await startApp("demo");
  try {
    const { hostname, port } = new URL(app.url);
    const ask = (path: string, method: string, headers: Record<string, string>, body?: string) =>
      new Promise<Said>((resolve, reject) => {
        tried++;
        const asked = request({ hostname, port, path: encodeURI(path).replaceAll("%25", "%"), method, headers });
        asked.on("error", reject);
        asked.on("response", (response) => {
          const policy = response.headers["content-security-policy"] as string | undefined;
          let text = "";
          response.setEncoding("utf8").on("data", (piece: string) => (text += piece));
          response.on("end", () => resolve({ status: response.statusCode!, body: text, policy }));
        });
        asked.end(body);
      });
    for (let round = 0; round < rounds; round++) {
      const parts = Array.from({ length: 1 + Math.floor(random() * 4) }, () =>
        Array.from({ length: Math.floor(random() * 6) }, () => pick(SIGNS)).join(""),
      );
      const path = `${pick(["", "/api", "/api/v1", "/_next", "/desk"])}/${parts.join("/")}`;
      const foreign = await ask(path, "GET", { host: "elsewhere.example" });
      if (foreign.status !== 403 || foreign.body.includes("CX3QUA"))
        broken.push(`${path} under a foreign name: ${foreign.status}`);
      const own = await ask(path, "GET", {});
      if (own.status >= 500 || own.policy === undefined) broken.push(`${path}: ${own.status}, ${own.policy}`);
    }
    const { paths } = await app.api<{ paths: Record<string, Record<string, unknown>> }>("openapi.json");
    const operations = Object.entries(paths).flatMap(([path, methods]) =>
      Object.keys(methods).map((method) => [path, method.toUpperCase()] as const),
    );
    for (let round = 0; round < rounds * 3; round++) {
      const [template, method] = operations[round % operations.length]!;
      // The live stream does not end.
      if (template === "/events") continue;
      const path = template.replace(/\{[^}]+\}/g, () => pick(["1", "1", "2", "99999", "x", "%25", "-1"]));
      const query = pick(["", `?${pick(["filter", "from", "sort", "limit", "offset", "call", "typed"])}=`]);
      const value = query === "" ? "" : encodeURIComponent(pick(VALUES.filter((one) => one !== "\ud800")));
      const body = method === "GET" ? undefined : JSON.stringify(pick(BODIES));
      const said = await ask(`/api/v1${path}${query}${value}`.replaceAll("%", "%25"), method, {}, body);
      // A service that cannot be reached is no fault of ours.
      if (said.status >= 500 && said.status !== 502 && said.status !== 503)
        broken.push(`${method} ${path}${query}${value} with ${body}: ${said.status} ${said.body.slice(0, 200)}`);
      if (said.body.includes("Invalid input") || said.body.includes("received NaN"))
        broken.push(`${method} ${path}${query}${value} is not said in words: ${said.body.slice(0, 200)}`);
    }
  } finally {
    await app.stop();
  }
  return { what: "strangers and nonsense", tried, broken };
}
