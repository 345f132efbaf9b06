import { z } from "zod";

/** Panels in one place, as tabs where they are several. */
export interface PanelGroup {
  readonly panels: readonly string[];
  /** Which of several is in front. */
  readonly shown: number;
  /** Pixels along the split that it is a part of; of the outermost it says nothing. */
  readonly size: number;
}
/** Parts beside one another, or one above the other. */
export interface PanelSplit {
  readonly split: "across" | "down";
  readonly parts: readonly PanelPart[];
  readonly size: number;
}
export type PanelPart = PanelGroup | PanelSplit;

/** How deep splits lie in one another at most. */
const DEEPEST = 6;
const size = z.number().min(0).max(20_000);
const groupSchema = z.strictObject({
  // Any name: what a later version knows, and this one does not, is kept.
  panels: z
    .array(z.string().regex(/^[a-z][A-Za-z0-9]{0,39}$/))
    .min(1)
    .max(30),
  shown: z.int().min(0),
  size,
});

function partSchema(depth: number): z.ZodType<PanelPart> {
  if (depth > DEEPEST) return groupSchema;
  const parts = z
    .array(partSchema(depth + 1))
    .min(2)
    .max(12);
  return z.union([groupSchema, z.strictObject({ split: z.enum(["across", "down"]), parts, size })]);
}

/** Where a window stands on the screens, pixels. */
const boxSchema = z.strictObject({
  left: z.int().min(-100_000).max(100_000),
  top: z.int().min(-100_000).max(100_000),
  width: z.int().min(100).max(20_000),
  height: z.int().min(100).max(20_000),
});
const part = partSchema(1);

/** How panels are arranged in the window with the entry line, and in windows of their own. */
export const arrangementSchema = z
  .strictObject({
    version: z.literal(1, "it was arranged by a later version of the application"),
    main: part.nullable(),
    windows: z
      .array(z.strictObject({ number: z.int().min(1).max(99), root: part, box: boxSchema.nullable() }))
      .max(4, "there are at most four windows of panels"),
  })
  .superRefine(({ main, windows }, context) => {
    const seen = new Set<string>();
    if (new Set(windows.map(({ number }) => number)).size < windows.length)
      context.addIssue({ code: "custom", message: "two windows have the same number" });
    for (const id of [main, ...windows.map(({ root }) => root)].flatMap(panelsOf)) {
      if (seen.has(id)) context.addIssue({ code: "custom", message: `the panel "${id}" stands in two places` });
      seen.add(id);
    }
  });
export type Arrangement = z.output<typeof arrangementSchema>;
export type PanelWindow = Arrangement["windows"][number];
export type Box = z.output<typeof boxSchema>;

/** The panels of a part, as one reads. */
export function panelsOf(root: PanelPart | null): readonly string[] {
  if (root === null) return [];
  return "panels" in root ? root.panels : root.parts.flatMap(panelsOf);
}

const name = z.string().trim().min(1, "give it a name").max(60, "a name has at most 60 characters");
export const workspaceInputSchema = z.strictObject({ name, arrangement: arrangementSchema });
/** A workspace kept under a name; one that cannot be read has no arrangement, and says why. */
export const workspaceSchema = z.object({
  id: z.int(),
  name,
  arrangement: arrangementSchema.nullable(),
  fault: z.string().nullable(),
});
export type Workspace = z.output<typeof workspaceSchema>;
