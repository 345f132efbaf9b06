import { answer, route } from "@/server/route";

export const POST = route(async ({ runtime, json }) => answer(await runtime.keyer.send(await json()), 202));
