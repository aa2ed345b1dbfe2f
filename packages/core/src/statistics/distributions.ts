/**
 * The distributions that the tests need, all of them by one function: the upper regularized incomplete gamma function, for
 * shapes that are halves of whole numbers.
 */

/** The share of a standard normal distribution that lies above `z`. */
export const normalTail = (z: number): number =>
  z < 0 ? 1 - normalTail(-z) : gammaTail(0.5, (z * z) / 2) / 2;

/** The share of a chi-square distribution with so many degrees of freedom that lies above `x`. */
export const chiSquareTail = (x: number, degrees: number): number =>
  x <= 0 ? 1 : gammaTail(degrees / 2, x / 2);

/** The value below which the given share (between 0 and 1) of a standard normal distribution lies, to twelve places. */
export function normalQuantile(share: number): number {
  if (share === 0.5) return 0;
  if (share < 0.5) return -normalQuantile(1 - share);
  const tail = 1 - share;
  // Halved until nothing is left to halve: the tail falls all the way. Above 38 it is no number any more.
  let [low, high] = [0, 38];
  for (let turn = 0; turn < 60; turn++) {
    const middle = (low + high) / 2;
    if (normalTail(middle) > tail) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/**
 * Q(a, x), for x ≥ 0: by its series below a + 1 and by its continued fraction above (Abramowitz and Stegun, Handbook of
 * Mathematical Functions, 6.5.29 and 6.5.31).
 */
function gammaTail(a: number, x: number): number {
  if (x === 0) return 1;
  if (x === Infinity) return 0;
  const scale = Math.exp(a * Math.log(x) - x - logGamma(a));
  return x < a + 1 ? 1 - scale * series(a, x) : scale * fraction(a, x);
}

function series(a: number, x: number): number {
  let term = 1 / a;
  let sum = term;
  for (let next = a + 1; term > sum * Number.EPSILON; next++) {
    term *= x / next;
    sum += term;
  }
  return sum;
}

/** By Lentz's method: the fraction's parts from the first on, until they change nothing. */
function fraction(a: number, x: number): number {
  let b = x + 1 - a;
  let c = Infinity;
  let d = 1 / b;
  let value = d;
  for (let turn = 1; turn < 1000; turn++) {
    const part = -turn * (turn - a);
    b += 2;
    d = 1 / (part * d + b);
    c = b + part / c;
    const change = c * d;
    value *= change;
    if (Math.abs(change - 1) < Number.EPSILON) break;
  }
  return value;
}

/** Of halves of whole numbers, from Γ(½) = √π and Γ(1) = 1 up by Γ(a + 1) = a Γ(a). */
function logGamma(a: number): number {
  let log = a % 1 === 0 ? 0 : Math.log(Math.PI) / 2;
  for (let below = a - 1; below > 0; below--) log += Math.log(below);
  return log;
}
