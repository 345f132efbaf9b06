import { checkDescriptor, type Descriptor } from "./descriptor";
import heron from "./descriptors/heron.json";
import petrel from "./descriptors/petrel.json";

/** The descriptors that ship: examples, of the radios among the stand-ins. */
export const SHIPPED_DESCRIPTORS: readonly Descriptor[] = [petrel, heron].map((data) => {
  const checked = checkDescriptor(data);
  if (!checked.ok) throw new Error(checked.faults.map(({ field, text }) => `${field}: ${text}`).join("; "));
  return checked.value;
});
