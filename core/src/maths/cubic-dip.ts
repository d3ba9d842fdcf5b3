/** Where the cubic through two values with their derivatives is lowest, over an interval from 0 to 1. */

/**
 * @param from value at 0 and slope there
 * @param to value at 1 and slope there
 * @returns where it is lowest within, with its value; null where it is lowest at an end
 */
export function lowestOfCubic(
  [value, slope]: readonly [number, number],
  [end, endSlope]: readonly [number, number],
): { readonly at: number; readonly value: number } | null {
  const rise = end - value
  const c2 = 3 * rise - 2 * slope - endSlope
  const c3 = slope + endSlope - 2 * rise
  const of = (at: number) => value + at * (slope + at * (c2 + at * c3))
  // slope + 2 c2 at + 3 c3 at^2 = 0, without loss of digits where c3 is small
  const root = c2 * c2 - 3 * c3 * slope
  if (!(root >= 0)) return null
  const sum = -(c2 + (c2 < 0 ? -1 : 1) * Math.sqrt(root))
  const found = [sum / (3 * c3), slope / sum]
    .filter((at) => at > 0 && at < 1)
    .map((at) => ({ at, value: of(at) }))
    .sort((one, other) => one.value - other.value)[0]
  return found && found.value < Math.min(value, end) ? found : null
}
