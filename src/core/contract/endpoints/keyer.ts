import { z } from "zod";
import { FASTEST, SLOWEST } from "../../signal";
import { endpoint } from "../endpoint";

const speed = z.number().min(SLOWEST).max(FASTEST);

export const keyerSend = endpoint({
  method: "POST",
  path: "keyer/send",
  summary: "Send a text in Morse",
  needs: "log",
  status: 202,
  body: z.strictObject({
    text: z.string().trim().min(1, "there is nothing to send").max(500),
    speed,
    weight: z.number().min(25).max(75).default(50),
    wordSpace: z.number().min(4).max(20).default(7),
    /** Which browser asked: the tone is for its ears. */
    position: z.string().max(60).default(""),
  }),
  answer: z.object({ id: z.int() }),
});

export const keyerSpeed = endpoint({
  method: "POST",
  path: "keyer/speed",
  summary: "Change the speed, also inside a text",
  needs: "log",
  body: z.strictObject({ speed }),
  answer: z.object({ speed: z.number() }),
});

export const keyerStop = endpoint({
  method: "POST",
  path: "keyer/stop",
  summary: "Stop sending at once",
  needs: "log",
  answer: z.object({ stopped: z.literal(true) }),
});
