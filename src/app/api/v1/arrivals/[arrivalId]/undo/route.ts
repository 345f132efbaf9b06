import * as arrivals from "@/core/contract/endpoints/arrivals";
import { undoArrival } from "@/server/links/arrivals";
import { write } from "@/server/route";

export const POST = write(arrivals.undoArrival, ({ context, params }) => undoArrival(context, params.arrivalId));
