import { z } from "zod";
import { siteInputSchema, siteSchema } from "../logbook";
import { endpoint } from "../endpoint";
import { removedSchema } from "./removed";

export const health = endpoint({
  method: "GET",
  path: "health",
  summary: "Whether the server is up",
  needs: "anyone",
  answer: z.object({ status: z.literal("ok"), name: z.string(), version: z.string() }),
});

export const openApi = endpoint({
  method: "GET",
  path: "openapi.json",
  summary: "This document",
  needs: "anyone",
  answer: z.record(z.string(), z.unknown()),
});

export const events = endpoint({
  method: "GET",
  path: "events",
  summary: "What changes, as server-sent events: all, or what concerns a logbook, an entry or a position",
  needs: "read",
  query: z.strictObject({
    logbook: z.coerce.number().int().positive().optional(),
    entry: z.coerce.number().int().positive().optional(),
    position: z.string().max(60).optional(),
    after: z.string().max(60).optional(),
  }),
  answer: { media: "text/event-stream" },
});

export const sites = endpoint({
  method: "GET",
  path: "sites",
  summary: "All sites",
  needs: "read",
  answer: { items: siteSchema },
});

export const addSite = endpoint({
  method: "POST",
  path: "sites",
  summary: "Add a site",
  needs: "manage",
  status: 201,
  body: siteInputSchema,
  answer: siteSchema,
});

export const changeSite = endpoint({
  method: "PUT",
  path: "sites/{siteId}",
  summary: "Change a site, for the contacts to come",
  needs: "manage",
  body: siteInputSchema,
  answer: siteSchema,
});

export const removeSite = endpoint({
  method: "DELETE",
  path: "sites/{siteId}",
  summary: "Remove a site that nothing was logged from",
  needs: "manage",
  answer: removedSchema,
});
