import { z } from "zod";
import { awardIdSchema } from "../award";
import type { Right } from "../people";
import { statisticIdSchema } from "../statistics";
import { serviceIdSchema } from "./service";

type Names<Path extends string> = Path extends `${string}{${infer Name}}${infer Rest}`
  ? (Name extends `${infer Plain}...` ? Plain : Name) | Names<Rest>
  : never;
/** What a path names that is one of a list; what is none of it is not found. */
export const NAMED = { service: serviceIdSchema, award: awardIdSchema, statistic: statisticIdSchema } as const;
/** What a path names: those that end in "Id" are numbers of rows. */
export type Params<Path extends string> = {
  readonly [Name in Names<Path>]: Name extends keyof typeof NAMED
    ? z.output<(typeof NAMED)[Name]>
    : Name extends `${string}Id`
      ? number
      : string;
};

/** A body that its service checks, since what it may hold depends on what is there already. */
export interface CheckedLater<Schema extends z.ZodType = z.ZodType> {
  readonly checkedLater: Schema;
}
/** A body that is a file, taken as it comes. */
export const UPLOAD = { upload: "application/octet-stream" } as const;
export type BodyForm = z.ZodType | CheckedLater | typeof UPLOAD | undefined;

/** A list that is answered whole. */
export interface Items<Item extends z.ZodType = z.ZodType> {
  readonly items: Item;
}
/** A file to be saved, or a stream, by its media type. */
export interface Stream {
  readonly media: string;
}
export type AnswerForm = z.ZodType | Items | Stream;

/** One endpoint of the interface for programs: all that is said of it. `{name...}` in a path takes strokes, too. */
export interface Endpoint<
  Path extends string = string,
  Query extends z.ZodType = z.ZodType,
  Body extends BodyForm = BodyForm,
  Answer extends AnswerForm = AnswerForm,
> {
  readonly method: "GET" | "POST" | "PUT" | "PATCH" | "DELETE";
  readonly path: Path;
  readonly summary: string;
  /** The right that it needs; nobody has to have signed in for what "anyone" may ask. */
  readonly needs: Right | "anyone";
  /** Who may log may do this to what is his own: the contact or the change that the path names. */
  readonly orOwn: boolean;
  readonly status: number;
  readonly query: Query;
  readonly body: Body;
  readonly answer: Answer;
}

const NO_QUERY = z.strictObject({});

/** Declares an endpoint. A status of 200, no query and no body where nothing is said. */
export function endpoint<
  const Path extends string,
  Answer extends AnswerForm,
  Query extends z.ZodType = typeof NO_QUERY,
  Body extends BodyForm = undefined,
>(
  declared: Pick<Endpoint<Path, Query, Body, Answer>, "method" | "path" | "summary" | "needs" | "answer"> & {
    readonly status?: number;
    readonly orOwn?: boolean;
    readonly query?: Query;
    readonly body?: Body;
  },
): Endpoint<Path, Query, Body, Answer> {
  return { status: 200, orOwn: false, query: NO_QUERY as unknown as Query, body: undefined as Body, ...declared };
}

/** The names in a path, in their order, and whether each takes strokes. */
export function namesOf(path: string): { readonly name: string; readonly long: boolean }[] {
  return [...path.matchAll(/\{(\w+)(\.{3})?\}/g)].map(([, name, long]) => ({ name: name!, long: long !== undefined }));
}
