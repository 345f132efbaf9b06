import { Pkcs10CertificateRequest } from "../../src/core/identity/x509";
import type { Database } from "better-sqlite3";
import { isoTime } from "../../src/core/contact";
import type { Scope } from "../../src/core/identity/profile";
import { type Authority, scopeOfRequest } from "./authority";

/** An operator who vouches for others, or does not: after how many hours he answers, and what; never where it is null. */
interface Voucher {
  readonly call: string;
  readonly name: string;
  readonly answers: { readonly after: number; readonly says: "vouched" | "declined" } | null;
}

export const SPONSORS: readonly Voucher[] = [
  { call: "CX1QRA", name: "Ramiro Olivera", answers: { after: 1, says: "vouched" } },
  { call: "PY2QSB", name: "Dirce Amado", answers: { after: 24, says: "vouched" } },
  { call: "LU7QTC", name: "Nélida Ferro", answers: { after: 2, says: "vouched" } },
  { call: "ZP5QRD", name: "Anselmo Duré", answers: { after: 30, says: "vouched" } },
  { call: "CE3QUE", name: "Berta Lagos", answers: { after: 3, says: "declined" } },
  { call: "OA4QTF", name: "Fausto Rímac", answers: null },
];

/** So many vouch for one person. */
const NEEDED = 2;
const VALID_FOR = 3 * 365 * 86_400;

interface SponsorRow {
  readonly call: string;
  readonly askedAt: number;
  readonly due: number | null;
}

type Answer =
  | { readonly problem: string }
  | {
      readonly reference: string;
      readonly sponsors: { call: string; name: string; answer: "asked" | "vouched" | "declined"; since: string }[];
      readonly refused: null;
      readonly certificate: string | null;
    };

/** Who asked for an identity, and who vouches for him. Times are seconds since 1970 UTC. */
export interface Registry {
  register(request: string, sponsors: readonly string[], now: number): Promise<Answer>;
  standing(reference: string, now: number): Promise<Answer>;
  replace(reference: string, call: string, by: string, now: number): Promise<Answer>;
  /** Gives an identity at once. */
  grant(request: string, validFrom: number, validTo: number): Promise<string>;
  /** The calls that identities were given for. */
  calls(): ReadonlySet<string>;
  /** Lets all sponsors who ever answer do so now. */
  hurry(): void;
}

/** @param pace how many seconds a simulated hour lasts */
export function openRegistry(sqlite: Database, authority: Authority, pace: number): Registry {
  sqlite.exec(`
    CREATE TABLE IF NOT EXISTS request (
      reference INTEGER PRIMARY KEY AUTOINCREMENT, pem TEXT NOT NULL, call TEXT NOT NULL, certificate TEXT);
    CREATE TABLE IF NOT EXISTS sponsor (
      request INTEGER NOT NULL, place INTEGER NOT NULL, call TEXT NOT NULL, askedAt REAL NOT NULL, due REAL,
      PRIMARY KEY (request, place));
    CREATE TABLE IF NOT EXISTS given (call TEXT PRIMARY KEY) WITHOUT ROWID;`);

  const voucher = (call: string) => SPONSORS.find((one) => one.call === call);
  const rowOf = (reference: string) =>
    sqlite.prepare("SELECT * FROM request WHERE reference = ?").get(reference) as
      { reference: number; pem: string; certificate: string | null } | undefined;
  const sponsorsOf = (reference: string | number) =>
    sqlite.prepare("SELECT * FROM sponsor WHERE request = ? ORDER BY place").all(reference) as SponsorRow[];
  const answerOf = ({ call, due }: SponsorRow, now: number) =>
    due !== null && due <= now ? voucher(call)!.answers!.says : "asked";

  function askSponsor(reference: number, place: number, call: string, now: number): void {
    const { answers } = voucher(call)!;
    const due = answers === null ? null : now + answers.after * pace;
    sqlite
      .prepare("INSERT OR REPLACE INTO sponsor (request, place, call, askedAt, due) VALUES (?, ?, ?, ?, ?)")
      .run(reference, place, call, now, due);
  }

  function unfit(call: string): string | null {
    return voucher(call) === undefined ? `${call} is not registered here, or vouches for nobody` : null;
  }

  async function standing(reference: string, now: number): Promise<Answer> {
    const row = rowOf(reference);
    if (row === undefined) return { problem: `there is no request ${reference}` };
    const sponsors = sponsorsOf(reference).map((one) => {
      const answer: "asked" | "vouched" | "declined" = answerOf(one, now);
      const since = isoTime(Math.floor(answer === "asked" ? one.askedAt : one.due!));
      return { call: one.call, name: voucher(one.call)!.name, answer, since };
    });
    let { certificate } = row;
    if (certificate === null && sponsors.every(({ answer }) => answer === "vouched")) {
      certificate = await grant(row.pem, Math.floor(now) - 60, Math.floor(now) + VALID_FOR);
      sqlite.prepare("UPDATE request SET certificate = ? WHERE reference = ?").run(certificate, reference);
    }
    return { reference, sponsors, refused: null, certificate };
  }

  async function grant(pem: string, validFrom: number, validTo: number): Promise<string> {
    const { call } = scopeOfRequest(new Pkcs10CertificateRequest(pem))!;
    sqlite.prepare("INSERT OR IGNORE INTO given (call) VALUES (?)").run(call);
    return authority.issue(pem, validFrom, validTo);
  }

  return {
    async register(pem, calls, now) {
      const scope = await scopeAsked(pem);
      if (scope === null) return { problem: "the request cannot be read, or was changed" };
      if (voucher(scope.call) !== undefined) return { problem: `${scope.call} belongs to somebody else here` };
      const problem = calls.map(unfit).find((text) => text !== null);
      if (problem !== undefined) return { problem };
      if (new Set(calls).size !== NEEDED) return { problem: `${NEEDED} operators vouch` };
      const known = sqlite.prepare("SELECT reference FROM request WHERE pem = ?").pluck().get(pem) as
        number | undefined;
      // Handed in again after an answer that was lost, it is the same one.
      if (known !== undefined) return standing(String(known), now);
      const { lastInsertRowid } = sqlite.prepare("INSERT INTO request (pem, call) VALUES (?, ?)").run(pem, scope.call);
      calls.forEach((call, place) => askSponsor(Number(lastInsertRowid), place, call, now));
      return standing(String(lastInsertRowid), now);
    },
    standing,
    async replace(reference, call, by, now) {
      const row = rowOf(reference);
      const place = sponsorsOf(reference).findIndex((one) => one.call === call);
      if (row === undefined || place < 0) return { problem: `${call} was not asked for request ${reference}` };
      if (answerOf(sponsorsOf(reference)[place]!, now) === "vouched") return { problem: `${call} vouched already` };
      if (sponsorsOf(reference).some((one) => one.call === by)) return { problem: `${by} was asked already` };
      const problem = unfit(by);
      if (problem !== null) return { problem };
      askSponsor(row.reference, place, by, now);
      return standing(reference, now);
    },
    grant,
    calls: () => new Set(sqlite.prepare("SELECT call FROM given").pluck().all() as string[]),
    hurry: () => void sqlite.prepare("UPDATE sponsor SET due = 0 WHERE due IS NOT NULL").run(),
  };
}

async function scopeAsked(pem: string): Promise<Scope | null> {
  try {
    const request = new Pkcs10CertificateRequest(pem);
    return (await request.verify()) ? scopeOfRequest(request) : null;
  } catch {
    return null;
  }
}
