import { endpoint } from "../endpoint";
import { sunSchema } from "../sun";

export const sun = endpoint({
  method: "GET",
  path: "sun",
  summary: "What the sun and the earth's field do, as the link to sun figures has told, by days and months",
  needs: "read",
  answer: sunSchema,
});
