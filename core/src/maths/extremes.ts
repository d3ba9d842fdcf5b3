/** Largest and smallest of many numbers: a call with each as an argument overflows the stack beyond some 100,000. */

/** The largest; −Infinity of none. */
export function largest(values: Iterable<number>): number {
  let found = -Infinity
  for (const value of values) if (value > found) found = value
  return found
}

/** The smallest; Infinity of none. */
export function smallest(values: Iterable<number>): number {
  let found = Infinity
  for (const value of values) if (value < found) found = value
  return found
}
