import type { Config } from "../config";
import type { Context } from "../context";
import { addLinkRow, linkRows } from "./linkStore";
import { keyer } from "./kinds/keyer";

/** Makes a keyer that the configuration names a link, where there is none yet. */
export function adoptKeyer(context: Context, { keyerHost, keyerPort }: Pick<Config, "keyerHost" | "keyerPort">): void {
  if (keyerPort === undefined || linkRows(context).some(({ kind }) => kind === keyer.id)) return;
  addLinkRow(context, { kind: keyer.id, name: keyer.label, on: true, settings: { host: keyerHost, port: keyerPort } });
}
