/** A free place beside what is there already, on its floor, for something new. */
type Bounds = readonly [number, number, number, number, number, number]

/** @param bounds lower and upper corner of what is there already [m]; null for nothing */
export function placeBeside(bounds: Bounds | null): [number, number, number] {
  if (!bounds) return [0, 0, 0]
  const [x0, y0, z0, x1, y1, z1] = bounds
  const gap = Math.max(0.02, 0.15 * Math.hypot(x1 - x0, y1 - y0, z1 - z0))
  return [x1 + gap, (y0 + y1) / 2, (z0 + z1) / 2]
}
