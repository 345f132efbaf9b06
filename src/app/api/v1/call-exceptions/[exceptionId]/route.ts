import { removeException } from "@/server/directory/callExceptions";
import { answer, route } from "@/server/route";

export const DELETE = route(({ context, id }) => answer(removeException(context, id("exceptionId"))));
