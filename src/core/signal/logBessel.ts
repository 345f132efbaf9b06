/** The logarithm of the modified Bessel function of order zero: Abramowitz and Stegun, 9.8.1 and 9.8.2. */
export function logBessel(x: number): number {
  if (x < 3.75) {
    const t = (x / 3.75) ** 2;
    return Math.log(
      1 + t * (3.5156229 + t * (3.0899424 + t * (1.2067492 + t * (0.2659732 + t * (0.0360768 + t * 0.0045813))))),
    );
  }
  const t = 3.75 / x;
  const series = 0.39894228 + t * (0.01328592 + t * (0.00225319 + t * (-0.00157565 + t * 0.00916281)));
  return x - Math.log(x) / 2 + Math.log(series);
}
