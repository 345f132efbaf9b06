// What is looked up in the world around for each sample makes tests slow.
const { cos, imul, log, PI, sqrt } = Math;

/** White noise of a mean power of one, the same each time. */
export function noiseOf(seed: number): () => number {
  let state = seed;
  const uniform = () => {
    // Numbers of a linear congruence with the constants of Numerical Recipes.
    state = (imul(state, 1664525) + 1013904223) >>> 0;
    return (state + 0.5) / 2 ** 32;
  };
  return () => sqrt(-2 * log(uniform())) * cos(2 * PI * uniform());
}
