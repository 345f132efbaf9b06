import {
  directoryOrderSchema,
  directoryPatchSchema,
  directorySchema,
  directoryTestSchema,
  enrichLookInputSchema,
  enrichLookSchema,
  lookUpInputSchema,
} from "../directory";
import { endpoint } from "../endpoint";
import { jobOf } from "../job";
import { testStepSchema } from "../setting";

export const directories = endpoint({
  method: "GET",
  path: "directories",
  summary: "The directories of stations in the order in which they are asked, and how each stands",
  needs: "read",
  answer: { items: directorySchema },
});

export const orderDirectories = endpoint({
  method: "PUT",
  path: "directories",
  summary: "Choose the order in which directories are asked and believed",
  needs: "manage",
  body: directoryOrderSchema,
  answer: { items: directorySchema },
});

export const changeDirectory = endpoint({
  method: "PATCH",
  path: "directories/{directory}",
  summary: "Change how a directory is reached, or whether it is asked; it is in force at once",
  needs: "manage",
  body: directoryPatchSchema,
  answer: directorySchema,
});

export const testDirectory = endpoint({
  method: "POST",
  path: "directories/{directory}/test",
  summary: "Try settings of a directory, step by step",
  needs: "manage",
  body: directoryTestSchema,
  answer: { items: testStepSchema },
});

export const lookUp = endpoint({
  method: "POST",
  path: "logbooks/{logbookId}/look-ups",
  summary:
    "Ask directories for the stations of contacts that lack something; what they say is kept, and changes nothing",
  needs: "change",
  status: 202,
  body: lookUpInputSchema,
  answer: jobOf("lookUp"),
});

export const enrichLook = endpoint({
  method: "POST",
  path: "logbooks/{logbookId}/enriching",
  summary: "Look what contacts would get of what directories said; it is done as a change of many",
  needs: "read",
  body: enrichLookInputSchema,
  answer: enrichLookSchema,
});
