/** A field as it stood in a file. The name is upper case; `at` is its place in the record's raw text. */
export interface AdifField {
  readonly name: string;
  readonly value: string;
  readonly type?: string | undefined;
  readonly at: number;
}

/** Something that was tolerated: where, and what was made of it. */
export interface AdifNote {
  readonly line: number;
  readonly field: string;
  readonly text: string;
}

/** One record, read but not yet understood. */
export interface AdifRecord {
  /** The line of the file it begins on, from 1. */
  readonly line: number;
  /** The record as it came, one character a byte (Latin-1), for giving it back unchanged. */
  readonly raw: string;
  readonly fields: readonly AdifField[];
  readonly notes: readonly AdifNote[];
  /** Set when the record cannot be used whatever its fields say: the file ends inside it. */
  readonly broken?: string;
}

/** What a header says of a user-defined field's values. */
export interface UserDefinedType {
  /** The letter of its type. */
  readonly type?: string | undefined;
  /** Between which numbers they lie, "{5:20}", or which there are, "{S,M,L}". */
  readonly values?: string | undefined;
}

/** The name of a user-defined field, with what its values can be, from its declaration: "ShoeSize,{5:20}". */
export function userDefinedField(declared: string, type: string | undefined): [name: string, of: UserDefinedType] {
  const [, name = "", values] = /^([^,{]*)(?:,\s*(\{.*\}))?/s.exec(declared) ?? [];
  return [name.trim().toUpperCase(), { type, values }];
}

export interface AdifHeader {
  /** Fields that the header declares as user-defined, by their names. */
  readonly userDefined: ReadonlyMap<string, UserDefinedType>;
  readonly version: string | null;
  readonly program: string | null;
}

export const NO_HEADER: AdifHeader = { userDefined: new Map(), version: null, program: null };
export const ADIF_VERSION = "3.1.6";

/**
 * Reads a stream of bytes into records. Give it the bytes in any pieces, or as text of one character a byte
 * (Latin-1), which is faster where the platform reads files so; then say that it ended.
 */
export interface AdifReader {
  push(piece: Uint8Array | string): AdifRecord[];
  finish(): AdifRecord[];
  readonly header: AdifHeader;
  /** Why the whole is no ADIF file, once that is known. */
  readonly problem: string | null;
}
