import { z } from "zod";
import { descriptorSchema } from "../../radio";
import {
  keptDescriptorSchema,
  linkInputSchema,
  linkKindSchema,
  linkPatchSchema,
  linkSchema,
  linkTestSchema,
  orderedSchema,
  positionRadioSchema,
  radioCommandSchema,
} from "../link";
import { pictureLookSchema, readHereSchema, readPlaceSchema } from "../picture";
import { endpoint } from "../endpoint";
import { testStepSchema } from "../setting";
import { spotCommandSchema } from "../spot";
import { removedSchema } from "./removed";

export const links = endpoint({
  method: "GET",
  path: "links",
  summary: "The links to devices and programs, and how each is getting on",
  needs: "read",
  answer: { items: linkSchema },
});

export const linkKinds = endpoint({
  method: "GET",
  path: "links/kinds",
  summary: "The kinds of links that there are, each with its settings",
  needs: "read",
  answer: { items: linkKindSchema },
});

export const addLink = endpoint({
  method: "POST",
  path: "links",
  summary: "Add a link; it is in force at once",
  needs: "manage",
  status: 201,
  body: linkInputSchema,
  answer: linkSchema,
});

export const changeLink = endpoint({
  method: "PATCH",
  path: "links/{linkId}",
  summary: "Change a link, or turn it on or off; it is in force at once",
  needs: "manage",
  body: linkPatchSchema,
  answer: linkSchema,
});

export const removeLink = endpoint({
  method: "DELETE",
  path: "links/{linkId}",
  summary: "Remove a link",
  needs: "manage",
  answer: removedSchema,
});

export const testLink = endpoint({
  method: "POST",
  path: "links/test",
  summary: "Try settings, step by step",
  needs: "manage",
  body: linkTestSchema,
  answer: { items: testStepSchema },
});

export const stopLinks = endpoint({
  method: "POST",
  path: "links/stop",
  summary: "Stop whatever transmits",
  needs: "log",
  answer: z.object({ stopped: z.array(z.string()) }),
});

export const commandLink = endpoint({
  method: "POST",
  path: "links/{linkId}/commands",
  summary:
    "Tell a link something of what its kind understands: a keyer to send, a radio to tune, a spot network to announce",
  needs: "log",
  status: 202,
  query: z.strictObject({
    /** Which browser asks: what comes of it is for its ears. */
    position: z.string().max(60).default(""),
  }),
  body: { checkedLater: z.union([radioCommandSchema, spotCommandSchema]) },
  answer: orderedSchema,
});

export const picture = endpoint({
  method: "GET",
  path: "links/{linkId}/picture",
  summary:
    "What a receiver hears, as the picture of its band, row by row as it is heard: before each a line of JSON that says what it is of, and how many bytes of levels follow",
  needs: "read",
  query: pictureLookSchema,
  answer: { media: "application/octet-stream" },
});

export const text = endpoint({
  method: "GET",
  path: "links/{linkId}/text",
  summary:
    "What is read of the Morse and RTTY that a receiver hears, again and again: a line of JSON with all that is read now, as often as there is more",
  needs: "read",
  answer: { media: "application/x-ndjson" },
});

export const readHere = endpoint({
  method: "POST",
  path: "links/{linkId}/readers",
  summary: "Read a place that a receiver hears whatever is found there, for all who look; or no more",
  needs: "log",
  body: readHereSchema,
  answer: { items: readPlaceSchema },
});

export const descriptors = endpoint({
  method: "GET",
  path: "radios/descriptors",
  summary: "How radios are spoken to: the descriptors that ship, and one's own",
  needs: "read",
  answer: { items: keptDescriptorSchema },
});

export const keepDescriptor = endpoint({
  method: "POST",
  path: "radios/descriptors",
  summary: "Keep a radio's descriptor, in place of one of the same tag; its radios are spoken to by it at once",
  needs: "manage",
  status: 201,
  body: { checkedLater: descriptorSchema },
  answer: keptDescriptorSchema,
});

export const removeDescriptor = endpoint({
  method: "DELETE",
  path: "radios/descriptors/{tag}",
  summary: "Remove an own descriptor",
  needs: "manage",
  answer: z.object({ removed: z.string() }),
});

export const positionRadio = endpoint({
  method: "GET",
  path: "positions/{position}/radio",
  summary: "The radio that a position follows; the one chosen last anywhere where it has not chosen",
  needs: "read",
  answer: positionRadioSchema,
});

export const choosePositionRadio = endpoint({
  method: "PUT",
  path: "positions/{position}/radio",
  summary: "Choose the radio that a position follows, or none",
  needs: "log",
  body: positionRadioSchema,
  answer: positionRadioSchema,
});
