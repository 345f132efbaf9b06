import { expose } from "comlink";
import { dayOfChances } from "@/core/spot";

/** What is worked out off the page's main thread: a path by hours and bands. */
const work = { dayOfChances };
export type HoursWork = typeof work;

expose(work);
