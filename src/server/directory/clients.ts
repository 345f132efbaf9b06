import { readSettings } from "../settings/keptSettings";
import { ServiceProblem } from "../http/askQuestion";
import type { SetUp } from "./directories";
import type { DirectoryClient } from "./source";

/** What asks each directory, for as long as it is set up as it is: sessions go on from one question to the next. */
export function createClients(): (one: SetUp) => DirectoryClient {
  const clients = new Map<string, { readonly settings: string; readonly client: DirectoryClient }>();
  return ({ source, settings, timeoutMs }) => {
    const written = JSON.stringify(settings);
    const known = clients.get(source.id);
    if (known?.settings === written) return known.client;
    const read = readSettings(source.settings, settings);
    if (!read.ok) throw new ServiceProblem(`The settings of ${source.name} are not usable: change them`);
    const client = source.client(read.value, timeoutMs);
    clients.set(source.id, { settings: written, client });
    return client;
  };
}
