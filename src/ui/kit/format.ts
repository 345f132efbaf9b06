const MONTHS = "Jan Feb Mar Apr May Jun Jul Aug Sep Oct Nov Dec".split(" ");

/** "23 Nov 21:40" this year, "23 Nov 2021" before; from an ISO time, in UTC. */
export function shortTime(iso: string, thisYear: number): string {
  const day = `${Number(iso.slice(8, 10))} ${MONTHS[Number(iso.slice(5, 7)) - 1]}`;
  return Number(iso.slice(0, 4)) === thisYear ? `${day} ${iso.slice(11, 16)}` : `${day} ${iso.slice(0, 4)}`;
}

/** "2026-11-23 21:40" in UTC. */
export function fullTime(iso: string): string {
  return `${iso.slice(0, 10)} ${iso.slice(11, 16)}`;
}

/** 18402 as "18 402". */
export function count(value: number): string {
  return String(Math.round(value)).replace(/\B(?=(\d{3})+$)/g, "\u2009");
}

/** "1 contact", "12 contacts". */
export function many(value: number, one: string, more = `${one}s`): string {
  return `${count(value)} ${value === 1 ? one : more}`;
}
