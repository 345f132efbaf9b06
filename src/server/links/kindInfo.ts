import type { LinkKindInfo } from "../../core/contract";
import type { Context } from "../context";
import { listDescriptors } from "./descriptors";
import { listLogbooks } from "../logbook/logbooks";
import { LINK_KINDS } from "./kinds";
import { type Choice, describedSettings } from "../settings/describedSettings";
import { listSerialPorts } from "./wire";

/** What a setting can be chosen from, by what its meta names. */
const SOURCES: Readonly<Record<string, (context: Context) => Choice[] | Promise<Choice[]>>> = {
  descriptors: (context) =>
    listDescriptors(context).map(({ descriptor: { tag, name } }) => ({ value: tag, label: name })),
  logbooks: (context) => listLogbooks(context).map(({ id, name }) => ({ value: String(id), label: name })),
  ports: async () =>
    (await listSerialPorts()).map(({ path, about }) => ({ value: path, label: about === "" ? path : about })),
};

/** Every kind of link with its settings as a form shows them. */
export async function listLinkKinds(context: Context): Promise<LinkKindInfo[]> {
  return Promise.all(
    LINK_KINDS.map(async ({ id, role, label, about, settings }) => {
      const described = await describedSettings(settings, (source) => SOURCES[source]?.(context) ?? []);
      return { id, role, label, about, settings: described };
    }),
  );
}
