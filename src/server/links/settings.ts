import { z } from "zod";

/** Settings that several kinds of links have. */
export const network = z.string().trim().min(1, "an address, as 127.0.0.1").max(200).default("127.0.0.1");
export const logbook = z.coerce
  .number<string | number>("choose a logbook")
  .int("choose a logbook")
  .positive("choose a logbook");
export const port = z.int("a port is a number").min(1, "a port is 1 to 65535").max(65_535, "a port is 1 to 65535");
