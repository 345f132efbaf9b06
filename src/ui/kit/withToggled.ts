/** A set with a value that is in it taken out, or else put in. */
export function withToggled<Value>(values: ReadonlySet<Value>, value: Value): ReadonlySet<Value> {
  const next = new Set(values);
  if (!next.delete(value)) next.add(value);
  return next;
}
