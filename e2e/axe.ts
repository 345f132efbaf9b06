import AxeBuilder from "@axe-core/playwright";
import { expect, type Page } from "@playwright/test";

/** Rows of long tables: what stands in the first ones is made as in these. */
const LATER_ROWS = ["tbody > tr:nth-child(n + 9)", "[role=rowgroup] > [role=row]:nth-child(n + 9)"];

interface Part {
  /** All rows of its tables, and not the first ones alone. */
  readonly whole?: boolean;
  /** Only what is within. */
  readonly only?: string;
  /** Not what is within. */
  readonly without?: string;
  /** Only by these rules. */
  readonly rules?: string[];
}

/** axe finds nothing on a page, or a part of it. It tells what is wrong alone: to list what is right takes longer. */
export async function expectAccessible(page: Page, { whole = false, only, without, rules }: Part = {}): Promise<void> {
  // No page has frames of others, for which alone it would open a page of its own, and take twice as long.
  let axe = new AxeBuilder({ page }).setLegacyMode(true);
  if (only !== undefined) axe = axe.include(only);
  if (!whole) for (const rows of LATER_ROWS) axe = axe.exclude(rows);
  if (without !== undefined) axe = axe.exclude(without);
  // A page that is read anew is without a title for a moment: that is waited for, and not told by axe.
  await expect(page).toHaveTitle(/./);
  const withoutTitle = { rules: { "document-title": { enabled: false } } };
  axe = axe.options({
    resultTypes: ["violations"],
    ...withoutTitle,
    ...(rules && { runOnly: { type: "rule", values: rules } }),
  });
  const { violations } = await axe.analyze();
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html).join(" ")}`)).toEqual([]);
}

/** A message that still comes in is half transparent. */
export const TOASTS = "[data-sonner-toaster]";
