/** Whether one letter is to be put in, taken out, changed, or swapped with its neighbour, to make one call of another. */
export function isLetterApart(a: string, b: string): boolean {
  const more = a.length - b.length;
  if (more > 1 || more < -1) return false;
  let start = 0;
  while (start < a.length && start < b.length && a[start] === b[start]) start++;
  let [endA, endB] = [a.length, b.length];
  while (endA > start && endB > start && a[endA - 1] === b[endB - 1]) [endA, endB] = [endA - 1, endB - 1];
  const [inA, inB] = [endA - start, endB - start];
  if (inA === 2 && inB === 2) return a[start] === b[start + 1] && a[start + 1] === b[start];
  return inA <= 1 && inB <= 1 && inA + inB > 0;
}
