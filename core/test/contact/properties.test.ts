/** Random plates under flat and round followers: positions against closed forms, no overlaps, the same twice. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { contactPairs, LieReader } from '../../src/contact/pairs'
import { standingAt } from '../../src/mechanism/state'
import '../property-seed'
import { Sketch } from '../sketch'
import type { Flat } from '../sketch'

const TURN = 2 * Math.PI
/** Where the follower goes back to, which is deep in the plates [m]. */
const REST = -0.095

const share = fc.double({ min: 0, max: 1, noNaN: true })
const plates = fc.record({
  size: fc.tuple(share, share),
  off: fc.tuple(share, share),
  corners: fc.array(share, { minLength: 3, maxLength: 8 }),
})

/** Corners of a convex plate around its axis, counter-clockwise [m]. */
function plate({ size, off, corners }: typeof plates extends fc.Arbitrary<infer P> ? P : never): Flat[] {
  const [wide, high] = size.map((part) => 0.02 + 0.03 * part) as [number, number]
  const [dx, dy] = off.map((part) => 0.01 * (part - 0.5)) as [number, number]
  return corners.map((at, k) => {
    const angle = (TURN * (k + 0.6 * at)) / corners.length
    return [dx + wide * Math.cos(angle), dy + high * Math.sin(angle)] as const
  })
}

/** The plate turns, and a follower beside it is pushed along x. */
function follower(corners: readonly Flat[], radius: number | null, frameRate: number): Sketch {
  const outline = corners.map(([x, y]): [string, string] => [`${x * 1e3} mm`, `${y * 1e3} mm`])
  const sketch = new Sketch(1, frameRate)
    .body('plate', 'follower')
    .part('disc', 'extruded', 'plate', [0, 0], {}, { outline })
    .hinge('drive', 'ground', 'plate', [0, 0])
    .motor('drive', TURN)
    .slide('way', 'ground', 'follower', [0, 0, 0], [1, 0, 0])
    .rest('way', REST)
    .contact('ride', 'plate', 'follower')
  return radius === null
    ? sketch.part('face', 'box', 'follower', [0.11, 0], { width: '20 mm', depth: '200 mm' })
    : sketch.part('roller', 'cylinder', 'follower', [0.1, 0], { diameter: `${2000 * radius} mm` })
}

/** Where the follower stands that touches the turned plate: its face, or the centre of its roller. */
function touching(corners: readonly Flat[], turned: number, radius: number | null): number {
  const [c, s] = [Math.cos(turned), Math.sin(turned)]
  const points = corners.map(([x, y]) => [c * x - s * y, s * x + c * y] as const)
  if (radius === null) return Math.max(...points.map(([x]) => x))
  let far = -Infinity
  points.forEach(([px, py], k) => {
    const [qx, qy] = points[(k + 1) % points.length]!
    // on a corner
    if (Math.abs(py) <= radius) far = Math.max(far, px + Math.sqrt(radius * radius - py * py))
    // on a side, whose normal points to the right of it
    const length = Math.hypot(qx - px, qy - py)
    const [nx, ny] = [(qy - py) / length, (px - qx) / length]
    if (nx <= 0) return
    const x = (nx * px + ny * py + radius) / nx
    const share = ((x - radius * nx - px) * (qx - px) + (-radius * ny - py) * (qy - py)) / length ** 2
    if (share >= 0 && share <= 1) far = Math.max(far, x)
  })
  return far
}

/** Whether a side comes along the way of the follower, which it pushes ever faster then, and in the end not at all. */
function wedges(corners: readonly Flat[], radius: number | null): boolean {
  const at = Array.from({ length: 4000 }, (_, k) => touching(corners, (TURN * k) / 4000, radius))
  return at.some((far, k) => far - at[(k + 3999) % 4000]! > 1e-3 && far > REST + 0.1)
}

describe.each([null, 0.004, 0.03])('a follower with a radius of %s m', (radius) => {
  it('rides on random plates without sinking in, the same each time', () => {
    fc.assert(
      fc.property(plates, fc.integer({ min: 11, max: 70 }), (drawn, frameRate) => {
        const corners = plate(drawn)
        fc.pre(!wedges(corners, radius))
        const sketch = follower(corners, radius, frameRate)
        const film = sketch.solve()
        for (let frame = 0; frame < film.take.frames; frame++) {
          const expected = Math.max(REST, touching(corners, TURN * film.time(frame), radius) - 0.1)
          expect(Math.abs(film.joint('way', frame)[0] - expected)).toBeLessThan(1e-9)
        }
        expect(follower(corners, radius, frameRate).solve().take.coordinates).toEqual(film.take.coordinates)
        const model = sketch.open()
        const [pair] = contactPairs(model.mechanism)
        const lie = new LieReader().read(standingAt(model.mechanism, film.take.end), pair!)
        expect(pair!.finder.overlaps(lie, 1e-10, 0.01, [])).toEqual([])
      }),
      { numRuns: 15 },
    )
  })
})
