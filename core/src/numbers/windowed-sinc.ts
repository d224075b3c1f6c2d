/** Modified Bessel function of the first kind and order 0, by its series. */
function bessel0(x: number): number {
  let [sum, term] = [1, 1];
  for (let k = 1; term > 1e-12 * sum; k++) {
    term *= (x / (2 * k)) ** 2;
    sum += term;
  }
  return sum;
}

/**
 * The sinc at `x` under a Kaiser window (Kaiser 1974) of a shape `beta` that ends at `reach` on
 * either side; 0 beyond.
 */
export function windowedSinc(x: number, reach: number, beta: number): number {
  if (Math.abs(x) >= reach) return 0;
  const sinc = x === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x);
  return (sinc * bessel0(beta * Math.sqrt(1 - (x / reach) ** 2))) / bessel0(beta);
}
