import { answer, route } from "@/server/route";

export const POST = route(({ runtime }) => answer(runtime.keyer.stop()));
