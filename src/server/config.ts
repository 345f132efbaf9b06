import { existsSync, mkdirSync, readFileSync, accessSync, constants } from "node:fs";
import { join, resolve } from "node:path";
import { z } from "zod";
import { type ServiceId, SERVICE_IDS, SERVICES } from "../core/confirm";
import type { ServiceDefaults } from "./confirm/access";
import type { DirectoryDefaults } from "./directory/directories";
import { DIRECTORY_SOURCES } from "./directory/sources";

type ServiceSettings = Readonly<
  Record<`${ServiceId}Url`, z.ZodOptional<z.ZodURL>> &
    Record<`${ServiceId}Token`, z.ZodOptional<z.ZodString>> &
    Record<`${ServiceId}TimeoutSeconds`, z.ZodDefault<z.ZodCoercedNumber>>
>;

const port = z.coerce.number().int().min(1).max(65_535);

const settingsSchema = z.strictObject({
  /** The address to listen on; where nothing is said, this computer alone, or every one of its addresses when shared. */
  host: z.string().min(1).optional(),
  /** Whether other people may come, who sign in then. */
  share: z.stringbool().or(z.boolean()).default(false),
  /** Files of a certificate and its key, PEM; one is made where none are given. */
  tlsCertificate: z.string().min(1).optional(),
  tlsKey: z.string().min(1).optional(),
  port: port.default(4680),
  standInsPort: port.default(4690),
  /** Names under which the application may be reached besides its own address, as in "radio.local:4680". */
  allowedHosts: z.array(z.string()).default([]),
  /** Of each service: its address, token and how long it is waited for, unless a logbook has its own. */
  ...(Object.assign(
    {},
    ...SERVICE_IDS.map((id) => ({
      [`${id}Url`]: z.url({ protocol: /^https?$/ }).optional(),
      [`${id}Token`]: z.string().optional(),
      [`${id}TimeoutSeconds`]: z.coerce.number().min(1).max(600).default(15),
    })),
  ) as ServiceSettings),
  organiserUrl: z.url({ protocol: /^https?$/ }).optional(),
  organiserTimeoutSeconds: z.coerce.number().min(1).max(600).default(15),
  /** Of each directory: its address, unless another one is chosen, and how long it is waited for. */
  ...(Object.assign(
    {},
    ...DIRECTORY_SOURCES.map(({ id }) => ({
      [`${id}Url`]: z.url({ protocol: /^https?$/ }).optional(),
      [`${id}TimeoutSeconds`]: z.coerce.number().min(1).max(600).default(10),
    })),
  ) as Record<never, never>),
  /** Where a keyer is, from before links were kept in the database: it is taken over as a link. */
  keyerHost: z.string().min(1).default("127.0.0.1"),
  keyerPort: port.optional(),
  importLimitMegabytes: z.coerce.number().min(1).max(100_000).default(2000),
});

export interface Config extends Omit<z.output<typeof settingsSchema>, keyof ServiceSettings | "organiserUrl" | "host"> {
  readonly host: string;
  /** The data folder, absolute. */
  readonly data: string;
  readonly databaseFile: string;
  readonly services: ServiceDefaults;
  readonly organiserUrl: string;
  readonly directories: DirectoryDefaults;
}

/** Which environment variable sets which setting; README.md has the same table. */
const VARIABLES = {
  YPSILOID_HOST: "host",
  YPSILOID_PORT: "port",
  YPSILOID_SHARE: "share",
  YPSILOID_TLS_CERTIFICATE: "tlsCertificate",
  YPSILOID_TLS_KEY: "tlsKey",
  YPSILOID_STANDINS_PORT: "standInsPort",
  ...(Object.fromEntries(
    SERVICE_IDS.flatMap((id) => {
      const name = `YPSILOID_${id.toUpperCase()}`;
      return [
        [`${name}_URL`, `${id}Url`],
        [`${name}_TOKEN`, `${id}Token`],
        [`${name}_TIMEOUT`, `${id}TimeoutSeconds`],
      ];
    }),
  ) as Record<string, string>),
  YPSILOID_ORGANISER_URL: "organiserUrl",
  YPSILOID_ORGANISER_TIMEOUT: "organiserTimeoutSeconds",
  ...(Object.fromEntries(
    DIRECTORY_SOURCES.flatMap(({ id }) => [
      [`YPSILOID_${id.toUpperCase()}_URL`, `${id}Url`],
      [`YPSILOID_${id.toUpperCase()}_TIMEOUT`, `${id}TimeoutSeconds`],
    ]),
  ) as Record<string, string>),
  YPSILOID_KEYER_HOST: "keyerHost",
  YPSILOID_KEYER_PORT: "keyerPort",
  YPSILOID_IMPORT_LIMIT_MB: "importLimitMegabytes",
} as const;

/** A configuration that cannot be used: one sentence that says what to mend. */
export class ConfigProblem extends Error {}

/** Settings from the file ypsiloid.json in the data folder, overruled by the environment. */
export function readConfig(environment: NodeJS.ProcessEnv): Config {
  const data = resolve(/* turbopackIgnore: true */ environment.YPSILOID_DATA ?? "data");
  const allowed = environment.YPSILOID_ALLOWED_HOSTS;
  const fromEnvironment: Record<string, unknown> =
    allowed === undefined ? {} : { allowedHosts: allowed.split(",").map((host) => host.trim()) };
  for (const [variable, setting] of Object.entries(VARIABLES)) {
    if (environment[variable]) fromEnvironment[setting] = environment[variable];
  }
  const parsed = settingsSchema.safeParse({ ...readFile(join(data, "ypsiloid.json")), ...fromEnvironment });
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    const setting = issue.path.join(".") || (issue.code === "unrecognized_keys" ? issue.keys.join(", ") : "");
    throw new ConfigProblem(
      `The setting ${setting} is not usable: ${issue.message}. Mend it in ypsiloid.json or in the environment.`,
    );
  }
  const settings = parsed.data;
  if ((settings.tlsCertificate === undefined) !== (settings.tlsKey === undefined))
    throw new ConfigProblem("A certificate and its key go together: give both tlsCertificate and tlsKey, or neither.");
  return {
    ...settings,
    host: settings.host ?? (settings.share ? "0.0.0.0" : "127.0.0.1"),
    data,
    databaseFile: join(data, "ypsiloid.sqlite"),
    services: Object.fromEntries(
      SERVICES.map(({ id, standIn }) => [
        id,
        {
          url: settings[`${id}Url`] ?? `http://127.0.0.1:${settings.standInsPort + standIn.place}`,
          token: settings[`${id}Token`] ?? standIn.token,
          timeoutMs: settings[`${id}TimeoutSeconds`] * 1000,
        },
      ]),
    ) as ServiceDefaults,
    organiserUrl: settings.organiserUrl ?? `http://127.0.0.1:${settings.standInsPort + 1}`,
    directories: Object.fromEntries(
      DIRECTORY_SOURCES.map(({ id, standIn }) => {
        const { [`${id}Url`]: url, [`${id}TimeoutSeconds`]: seconds } = settings as unknown as Readonly<
          Record<string, string | undefined>
        >;
        const usual = `http://127.0.0.1:${settings.standInsPort + standIn.place}`;
        return [id, { settings: { ...standIn.settings, url: url ?? usual }, timeoutMs: Number(seconds) * 1000 }];
      }),
    ),
  };
}

/** Makes the data folder, or says in one sentence why it cannot be used. */
export function prepareDataFolder(data: string): void {
  try {
    mkdirSync(join(data, "uploads"), { recursive: true });
    accessSync(data, constants.W_OK);
  } catch {
    throw new ConfigProblem(`The data folder ${data} cannot be written: give YPSILOID_DATA a folder that is yours.`);
  }
}

function readFile(file: string): object {
  if (!existsSync(file)) return {};
  try {
    return z.record(z.string(), z.unknown()).parse(JSON.parse(readFileSync(file, "utf8")));
  } catch {
    throw new ConfigProblem(`${file} is no valid JSON object: mend it, or remove it to use the defaults.`);
  }
}
