import { nothing } from "@/server/route";

/** What no route is for is told as such, and not as a page. */
export { nothing as DELETE, nothing as GET, nothing as PATCH, nothing as POST, nothing as PUT };
