import { answer, route } from "@/server/route";

export const POST = route(async ({ runtime, json }) => answer(runtime.keyer.speed(await json())));
