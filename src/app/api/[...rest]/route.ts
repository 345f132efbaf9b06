import { missing } from "@/server/problem";
import { answer, route } from "@/server/route";

/** What no route is for is told as such, and not as a page. */
const nothing = route(({ request }) => answer(missing(new URL(request.url).pathname)));

export { nothing as DELETE, nothing as GET, nothing as PATCH, nothing as POST, nothing as PUT };
