/** White noise of a mean power of one, the same each time. */
export function noiseOf(seed: number): () => number {
  let state = seed;
  const uniform = () => {
    // Numbers of a linear congruence with the constants of Numerical Recipes.
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return (state + 0.5) / 2 ** 32;
  };
  return () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
}
