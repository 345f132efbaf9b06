import { type NextRequest, NextResponse } from "next/server";
import { readConfig } from "./server/config";
import { requestFault } from "./server/hosts";

const bounds = readConfig(process.env);
const development = process.env.NODE_ENV === "development";

/** Before every page: who may ask at all, and what the page may load. Routes under api/ check for themselves. */
export function proxy(request: NextRequest): NextResponse {
  const fault = requestFault(request.method, request.headers, bounds);
  if (fault !== null) return new NextResponse(fault, { status: 403, headers: { "content-type": "text/plain" } });
  const nonce = btoa(crypto.randomUUID());
  const policy = contentSecurityPolicy(nonce);
  const headers = new Headers(request.headers);
  headers.set("x-nonce", nonce);
  headers.set("content-security-policy", policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set("content-security-policy", policy);
  return response;
}

/** Nothing from outside. Styles are let in line, since the parts that float (toasts, menus) are placed by them. */
function contentSecurityPolicy(nonce: string): string {
  return [
    "default-src 'none'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${development ? " 'unsafe-eval'" : ""}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data:",
    "font-src 'self'",
    `connect-src 'self'${development ? " ws:" : ""}`,
    "worker-src 'self'",
    "form-action 'self'",
    "base-uri 'none'",
    "frame-ancestors 'none'",
  ].join("; ");
}

export const config = { matcher: ["/((?!api/|_next/static|favicon.ico|icon.svg).*)"] };
