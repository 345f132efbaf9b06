import { isIPv4 } from "node:net";
import { hostname, type NetworkInterfaceInfo, networkInterfaces } from "node:os";

const EVERY = ["0.0.0.0", "::"];
const THIS = ["localhost", "127.0.0.1"];

/**
 * The names and addresses by which this computer is reached where one listens on an address: the ones that others use
 * first. Addresses that hold for one line only are left out.
 *
 * @param host what is listened on; "0.0.0.0" is every address of four numbers, "::" each of the newer kind, too
 */
export function reachedBy(
  host: string,
  name = hostname(),
  interfaces: NodeJS.Dict<Pick<NetworkInterfaceInfo, "address" | "internal">[]> = networkInterfaces(),
): string[] {
  if (!EVERY.includes(host)) return [...new Set([host, ...THIS])];
  const addresses = Object.values(interfaces)
    .flatMap((all) => all ?? [])
    .filter(({ address, internal }) => !internal && !address.startsWith("fe80") && (host === "::" || isIPv4(address)))
    .map(({ address }) => address);
  const names = /^[a-z0-9-]+$/i.test(name) ? [`${name.toLowerCase()}.local`, name.toLowerCase()] : [];
  return [...new Set([...addresses, ...names, ...THIS])];
}

/** A name or an address with a port, as it stands in a Host header. */
export function withPort(name: string, port: number): string {
  return `${name.includes(":") ? `[${name}]` : name}:${port}`;
}
