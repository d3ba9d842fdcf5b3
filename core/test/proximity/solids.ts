/** Triangles of solids for tests, nine numbers each [m]. */

/** A mesh of a ball whose corners all lie on it, two of them on the z axis; with `radiusOf` a star of any shape. */
export function ball(
  radius: number,
  rings = 8,
  radiusOf: (ring: number, k: number) => number = () => radius,
): Float32Array {
  const around = 2 * rings
  const point = (ring: number, k: number): number[] => {
    const r = ring === 0 || ring === rings ? radius : radiusOf(ring, k % around)
    const [polar, turn] = [(Math.PI * ring) / rings, (2 * Math.PI * (k % around)) / around]
    // the poles exactly, without what rounding leaves of sin(pi)
    const s = ring === 0 || ring === rings ? 0 : Math.sin(polar)
    return [r * s * Math.cos(turn), r * s * Math.sin(turn), r * Math.cos(polar)]
  }
  const out: number[] = []
  for (let ring = 0; ring < rings; ring++)
    for (let k = 0; k < around; k++) {
      const [a, b] = [point(ring, k), point(ring, k + 1)]
      const [c, d] = [point(ring + 1, k), point(ring + 1, k + 1)]
      if (ring > 0) out.push(...a, ...c, ...b)
      if (ring < rings - 1) out.push(...b, ...c, ...d)
    }
  return Float32Array.from(out)
}

/** A box about the origin, or about a point. */
export function box(width: number, depth: number, height: number, [x, y, z] = [0, 0, 0]): Float32Array {
  const out: number[] = []
  const half = [width / 2, depth / 2, height / 2]
  for (let axis = 0; axis < 3; axis++)
    for (const side of [-1, 1]) {
      const [u, v] = side > 0 ? [(axis + 1) % 3, (axis + 2) % 3] : [(axis + 2) % 3, (axis + 1) % 3]
      const corner = (s: number, t: number): number[] => {
        const p = [0, 0, 0]
        p[axis] = side * half[axis]
        p[u] = s * half[u]
        p[v] = t * half[v]
        return [p[0] + x, p[1] + y, p[2] + z]
      }
      out.push(...corner(-1, -1), ...corner(1, -1), ...corner(1, 1))
      out.push(...corner(-1, -1), ...corner(1, 1), ...corner(-1, 1))
    }
  return Float32Array.from(out)
}

/** A column over a convex outline, counterclockwise. */
export function column(
  outline: readonly (readonly [number, number])[],
  bottom: number,
  top: number,
): Float32Array {
  const out: number[] = []
  outline.forEach(([x, y], k) => {
    const [u, v] = outline[(k + 1) % outline.length]!
    out.push(x, y, bottom, u, v, bottom, u, v, top, x, y, bottom, u, v, top, x, y, top)
    if (k < 2) return
    const [[a, b], [c, d]] = [outline[0]!, outline[k - 1]!]
    out.push(a, b, top, c, d, top, x, y, top, a, b, bottom, x, y, bottom, c, d, bottom)
  })
  return Float32Array.from(out)
}

/** Numbers from 0 to 1, the same ones from the same seed. Source: Park and Miller, Random Number Generators (1988). */
export function numbersFrom(seed: number): () => number {
  let state = seed
  return () => (state = (state * 48271) % 2147483647) / 2147483647
}

/** A tip at the origin that points down along y, with a square top. */
export const NEEDLE = (() => {
  const top: [number, number, number][] = [
    [0.01, 0.05, 0.01],
    [-0.01, 0.05, 0.01],
    [-0.01, 0.05, -0.01],
    [0.01, 0.05, -0.01],
  ]
  const sides = top.flatMap((corner, k) => [0, 0, 0, ...top[(k + 3) % 4]!, ...corner])
  return Float32Array.from([...sides, ...top[0]!, ...top[1]!, ...top[2]!, ...top[0]!, ...top[2]!, ...top[3]!])
})()
