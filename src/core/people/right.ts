/**
 * What a call needs: to see, to log, to change what was logged, to manage what all share, to own it. Each holds those
 * before it. Whose, the path says: that of a logbook, also by an entry or a job of it; or else that of the station.
 */
export const RIGHTS = ["read", "log", "change", "manage", "own"] as const;
export type Right = (typeof RIGHTS)[number];

/** Roles of people, and the furthest right that each gives. */
const FURTHEST = { owner: "own", manager: "manage", logger: "log", reader: "read" } as const satisfies Record<
  string,
  Right
>;
export type Role = keyof typeof FURTHEST;
export const ROLES = Object.keys(FURTHEST) as [Role, ...Role[]];

/** What a person is: at the station and in each logbook, and otherwise in single ones. Null is nothing. */
export interface Standing {
  readonly role: Role | null;
  readonly inLogbooks: readonly { readonly logbookId: number; readonly role: Role }[];
}

function gives(role: Role | null, right: Right): boolean {
  return role !== null && RIGHTS.indexOf(right) <= RIGHTS.indexOf(FURTHEST[role]);
}

/**
 * Whether a person has a right. In a logbook it is the role there, or else the one at the station. At the station (a
 * null logbook) whoever reads or logs in any logbook may do so too, since radios, spots and the sun are there for it;
 * what all share is changed by the role at the station alone.
 */
export function mayDo({ role, inLogbooks }: Standing, right: Right, logbookId: number | null): boolean {
  if (logbookId !== null) return gives(inLogbooks.find((one) => one.logbookId === logbookId)?.role ?? role, right);
  if (right === "read" || right === "log")
    return [role, ...inLogbooks.map((one) => one.role)].some((one) => gives(one, right));
  return gives(role, right);
}
