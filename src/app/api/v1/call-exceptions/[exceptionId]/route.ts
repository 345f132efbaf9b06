import { removeException } from "@/server/directory/callExceptions";
import { answer, writing } from "@/server/route";

export const DELETE = writing(({ context, id }) => answer(removeException(context, id("exceptionId"))));
