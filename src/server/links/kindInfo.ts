import { z } from "zod";
import type { LinkKindInfo, Setting } from "../../core/contract";
import type { Context } from "../context";
import { listDescriptors } from "./descriptors";
import { listLogbooks } from "../logbook/logbooks";
import { LINK_KINDS } from "./kinds";
import { listSerialPorts } from "./wire";

type Choice = Setting["choices"][number];

/** What a setting can be chosen from, by what its meta names. */
const SOURCES: Readonly<Record<string, (context: Context) => Choice[] | Promise<Choice[]>>> = {
  descriptors: (context) =>
    listDescriptors(context).map(({ descriptor: { tag, name } }) => ({ value: tag, label: name })),
  logbooks: (context) => listLogbooks(context).map(({ id, name }) => ({ value: String(id), label: name })),
  ports: async () =>
    (await listSerialPorts()).map(({ path, about }) => ({ value: path, label: about === "" ? path : about })),
};

/** What a setting's schema says of it, as JSON schema with our meta. */
interface Described {
  readonly type?: string | readonly string[];
  readonly anyOf?: readonly Described[];
  readonly enum?: readonly string[];
  readonly default?: Setting["start"];
  readonly title?: string;
  readonly description?: string;
  readonly from?: string;
  readonly secret?: boolean;
  readonly labels?: Readonly<Record<string, string>>;
  readonly offers?: readonly (string | number)[];
  readonly when?: { readonly key: string; readonly is: string };
}

/** Every kind of link with its settings as a form shows them. */
export async function listLinkKinds(context: Context): Promise<LinkKindInfo[]> {
  return Promise.all(
    LINK_KINDS.map(async ({ id, role, label, about, settings }) => {
      const { properties = {} } = z.toJSONSchema(settings, { io: "input", unrepresentable: "any" });
      const described = Object.entries(properties as Record<string, Described>);
      return {
        id,
        role,
        label,
        about,
        settings: await Promise.all(described.map((one) => settingOf(context, ...one))),
      };
    }),
  );
}

async function settingOf(context: Context, key: string, described: Described): Promise<Setting> {
  const { title = key, description = "", labels = {}, offers, from, when = null } = described;
  const words = described.enum ?? offers?.map(String);
  const choices =
    from === undefined
      ? (words ?? []).map((value) => ({ value, label: labels[value] ?? value }))
      : ((await SOURCES[from]?.(context)) ?? []);
  const types = [described, ...(described.anyOf ?? [])].flatMap(({ type = [] }) => type);
  if (described.secret === true)
    return { key, label: title, hint: description, type: "secret", choices: [], start: null, when };
  const type = words !== undefined || from !== undefined ? "choice" : typeOf(types);
  return { key, label: title, hint: description, type, choices, start: described.default ?? null, when };
}

function typeOf(types: readonly string[]): Setting["type"] {
  if (types.includes("array")) return "list";
  if (types.includes("boolean")) return "switch";
  return types.includes("number") || types.includes("integer") ? "number" : "text";
}
