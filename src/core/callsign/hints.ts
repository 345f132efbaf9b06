/** A known call, with how often it was worked. */
export interface KnownCall {
  readonly call: string;
  readonly contacts: number;
}

/**
 * Known calls that fit what is typed so far, best first: those that begin so before those that hold it elsewhere, and
 * of these the ones worked more often. "?" stands for one letter that was not heard.
 */
export function fittingCalls(typed: string, known: Iterable<KnownCall>, most: number): KnownCall[] {
  const pattern = typed.replace(/[^A-Z0-9?]/g, "").replace(/\?/g, "[A-Z0-9]");
  const begins = new RegExp(`^${pattern}`);
  const holds = new RegExp(pattern);
  const fits: { readonly known: KnownCall; readonly rank: number }[] = [];
  for (const one of known) {
    if (begins.test(one.call)) fits.push({ known: one, rank: one.call.length === typed.length ? 0 : 1 });
    else if (holds.test(one.call)) fits.push({ known: one, rank: 2 });
  }
  return fits
    .sort((a, b) => a.rank - b.rank || b.known.contacts - a.known.contacts || (a.known.call < b.known.call ? -1 : 1))
    .slice(0, most)
    .map(({ known: one }) => one);
}

/** Whether a typed text says enough to look for calls that fit. */
export function isHintable(typed: string): boolean {
  return typed.replace(/[^A-Z0-9]/g, "").length >= 2 && !typed.includes("/");
}
