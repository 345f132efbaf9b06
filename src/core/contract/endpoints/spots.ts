import { endpoint } from "../endpoint";
import { spotSchema, textLineSchema } from "../spot";

export const spots = endpoint({
  method: "GET",
  path: "logbooks/{logbookId}/spots",
  summary: "The stations that spot networks have announced lately, each with what it is worth and its chance",
  needs: "read",
  answer: { items: spotSchema },
});

export const linkLines = endpoint({
  method: "GET",
  path: "links/{linkId}/lines",
  summary: "The last lines that went between us and a spot network, the oldest first",
  needs: "read",
  answer: { items: textLineSchema },
});
