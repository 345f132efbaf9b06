/** Of 9.8.1 and 9.8.2, by falling powers. */
const NEAR = [0.0045813, 0.0360768, 0.2659732, 1.2067492, 3.0899424, 3.5156229, 1];
const FAR = [
  0.00392377, -0.01647633, 0.02635537, -0.02057706, 0.00916281, -0.00157565, 0.00225319, 0.01328592, 0.39894228,
];
const APART = 3.75;

/** The logarithm of the modified Bessel function of order zero, from 0 on: Abramowitz and Stegun, 9.8.1 and 9.8.2. */
export function logBessel(x: number): number {
  if (x < APART) return Math.log(polynomial(NEAR, (x / APART) ** 2));
  return x - Math.log(x) / 2 + Math.log(polynomial(FAR, APART / x));
}

function polynomial(factors: readonly number[], t: number): number {
  let sum = 0;
  for (const factor of factors) sum = sum * t + factor;
  return sum;
}
