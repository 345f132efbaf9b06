import { tryOut } from "@/server/contest/definitions";
import { answer, route } from "@/server/route";

export const POST = route(async ({ context, json }) => answer(tryOut(context, await json())));
