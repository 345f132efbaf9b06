import * as links from "@/core/contract/endpoints/links";
import { choosePositionRadio, radioOfPosition } from "@/server/links/linkStore";
import { done, invalid } from "@/server/problem";
import { serve, write } from "@/server/route";

export const GET = serve(links.positionRadio, ({ context, runtime, params }) => {
  const radios = runtime.links.list().filter(({ role }) => role === "radio");
  const chosen = radioOfPosition(context, params.position);
  return done({ linkId: chosen === undefined ? (radios[0]?.id ?? null) : chosen });
});
export const PUT = write(links.choosePositionRadio, ({ context, runtime, params, body }) => {
  const { linkId } = body;
  if (linkId !== null && !runtime.links.list().some(({ id, role }) => id === linkId && role === "radio"))
    return invalid([{ field: "linkId", text: `link ${linkId} is no radio` }]);
  choosePositionRadio(context, params.position.slice(0, 60), linkId);
  return done({ linkId });
});
