import { z } from "zod";

/** What Zod says of a value by itself, in words for people. Where a schema has words of its own, those are said. */
const localeError: z.core.$ZodErrorMap = (issue) => {
  switch (issue.code) {
    case "invalid_type":
      if (issue.input === undefined) return "it is missing";
      return `${KINDS[issue.expected] ?? "something else"} belongs here`;
    case "too_small":
      return `it is too ${short(issue.origin)}: ${bound(issue.origin, issue.inclusive === false ? "more than" : "at least", issue.minimum)}`;
    case "too_big":
      return `it is too ${long(issue.origin)}: ${bound(issue.origin, issue.inclusive === false ? "less than" : "at most", issue.maximum)}`;
    case "invalid_format":
      return FORMATS[issue.format] ?? "it has not the form that belongs here";
    case "invalid_value":
      return `it is none of ${issue.values.map(String).join(", ")}`;
    case "not_multiple_of":
      return `a multiple of ${issue.divisor} belongs here`;
    case "unrecognized_keys":
      return `there is no field ${issue.keys.join(", ")}`;
    case "invalid_union":
      return "it has none of the forms that belong here";
    case "invalid_key":
    case "invalid_element":
    default:
      return "it does not belong here";
  }
};

const KINDS: Readonly<Record<string, string>> = {
  string: "a text",
  number: "a number",
  int: "a whole number",
  boolean: "true or false",
  array: "a list",
  object: "an object",
  record: "an object",
  null: "null",
  date: "a date",
};

const FORMATS: Readonly<Record<string, string>> = {
  datetime: "a time is written like 2026-11-23T21:40:07Z",
  date: "a day is written like 2026-11-23",
  time: "a time is written like 21:40",
  url: "an address is written like http://127.0.0.1:4690",
  email: "a mail address is written like name@place.example",
  uuid: "it is no UUID",
};

const short = (origin: string) => (origin === "string" ? "short" : "small");
const long = (origin: string) => (origin === "string" ? "long" : "large");

function bound(origin: string, limit: string, number: number | bigint): string {
  if (origin === "string") return `${limit} ${number} letters`;
  if (origin === "array" || origin === "set") return `${limit} ${number} of them`;
  return `${limit} ${number}`;
}

z.config({ localeError });
