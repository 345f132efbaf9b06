import type { IncomingHttpHeaders } from "node:http";
import type { Problem } from "../problem";
import { type Bounds, hostFault } from "./hosts";

const METHODS = ["GET", "HEAD", "POST", "PUT", "PATCH", "DELETE", "OPTIONS"];

/** What a request is judged by, before anything else of it is read. */
export interface Arrival {
  readonly method: string;
  readonly url: string;
  readonly headers: IncomingHttpHeaders;
}

/** Why a request is not let in, whatever it asks for; or null. */
export function refusalOf({ method, url, headers }: Arrival, bounds: Bounds): Problem | null {
  const fault = hostFault(method, headers, bounds);
  if (fault !== null) return { status: 403, title: "Refused", detail: fault };
  if (!METHODS.includes(method))
    return {
      status: 405,
      title: "No such method",
      detail: `${method} is not understood; there are ${METHODS.join(", ")}.`,
    };
  if (!isPath(url))
    return {
      status: 400,
      title: "Not understood",
      detail: "The path is not one: a % stands before two digits from 0 to F, which make letters in UTF-8.",
    };
  return null;
}

/** A path of this server, and not of another, that can be read. */
function isPath(url: string): boolean {
  if (!url.startsWith("/") || url.startsWith("//")) return false;
  try {
    return !decodeURIComponent(url.split("?", 1)[0]!).includes("\0");
  } catch {
    return false;
  }
}

/** What every answer says of itself. Nothing is loaded from outside, and no page of another site may hold this one. */
export function guardHeaders(nonce: string, development: boolean): Readonly<Record<string, string>> {
  return {
    "content-security-policy": contentSecurityPolicy(nonce, development),
    "x-content-type-options": "nosniff",
    "referrer-policy": "no-referrer",
    "cross-origin-resource-policy": "same-origin",
    "cross-origin-opener-policy": "same-origin",
  };
}

/** Styles are let in line, since the parts that float (toasts, menus) are placed by them. */
function contentSecurityPolicy(nonce: string, development: boolean): string {
  return [
    "default-src 'none'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${development ? " 'unsafe-eval'" : ""}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data:",
    "font-src 'self'",
    `connect-src 'self'${development ? " ws:" : ""}`,
    "worker-src 'self'",
    "manifest-src 'self'",
    "form-action 'self'",
    "base-uri 'none'",
    "frame-ancestors 'none'",
  ].join("; ");
}
