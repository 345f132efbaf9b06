import type { IncomingHttpHeaders } from "node:http";

export interface Bounds {
  readonly host: string;
  readonly port: number;
  readonly allowedHosts: readonly string[];
}

/**
 * Why a request must not be answered, or null: guards against pages elsewhere that point their name at this
 * computer, and against their forms and scripts. A program's request carries no Origin.
 */
export function hostFault(
  method: string,
  { host, origin, "sec-fetch-site": site }: IncomingHttpHeaders,
  { host: bound, port, allowedHosts }: Bounds,
): string | null {
  const own = [`127.0.0.1:${port}`, `localhost:${port}`, `[::1]:${port}`, `${bound}:${port}`, ...allowedHosts];
  if (host === undefined || !own.includes(host)) {
    return `The name ${host ?? "(none)"} is not one of this server's; add it to YPSILOID_ALLOWED_HOSTS if it should be.`;
  }
  const foreignOrigin = origin !== undefined && origin !== `http://${host}` && origin !== `https://${host}`;
  const crossSite = site === "cross-site" && method !== "GET" && method !== "HEAD";
  return foreignOrigin || crossSite ? "The request comes from a page of another site." : null;
}
