/** What is wrong with a reference, or null; the forms are those of the ADIF standard's data types. */
export type FormCheck = (text: string) => string | null;

const form =
  (pattern: RegExp, example: string, what: string): FormCheck =>
  (text) =>
    pattern.test(text.trim().toUpperCase()) ? null : `"${text}" is no ${what}, which is written like ${example}`;

/** An island group of a continent: continent and a number from 001. */
export const islandFault = form(/^(AF|AN|AS|EU|NA|OC|SA)-(?!000)\d{3}$/, "SA-030", "island reference");

/** A summit: association, region, number. */
export const summitFault = form(/^[A-Z0-9]{1,8}\/[A-Z]{2}-\d{3}$/, "CX/MO-012", "summit reference");

/** A park, or several with commas: programme, number, and perhaps the subdivision after an @. */
export const parkFault = form(
  /^[A-Z0-9]{1,4}-\d{4,5}(@[A-Z]{2}-[A-Z0-9]{1,3})?(,[A-Z0-9]{1,4}-\d{4,5}(@[A-Z]{2}-[A-Z0-9]{1,3})?)*$/,
  "UY-0012",
  "park reference",
);

/** A county of the United States: the state's two letters, a comma, and the name in free text. */
export const countyFault = form(/^[A-Z]{2},\p{L}[\p{L}\p{N} .'-]*$/u, "TX,Travis", "county");
