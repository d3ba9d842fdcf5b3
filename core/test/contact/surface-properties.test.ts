/** Random solids of triangles that turn under followers: against where their corners are, and against distances of their triangles. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { BodyDistance } from '../../src/proximity/body-distance'
import { OverlapDepth } from '../../src/proximity/depth'
import { Solid } from '../../src/proximity/solid'
import { shifted, transformed } from '../../src/maths/frame'
import type { Frame } from '../../src/maths/frame'
import { frameOfPose } from '../../src/mechanism/body-poses'
import '../property-seed'
import { ball, box, numbersFrom } from '../proximity/solids'
import { Sketch } from '../sketch'
import { bring } from './brought'

const REST = -0.06

/** A star with so many rings, its corners up to a share nearer to its middle than a radius of 40 mm. */
function star(seed: number, rings: number, share: number): Float32Array {
  const next = numbersFrom(seed)
  for (let k = 0; k < 10; k++) next()
  const radii = Array.from({ length: (rings + 1) * 2 * rings }, () => 0.04 * (1 - share * next()))
  return ball(0.035, rings, (ring, k) => radii[ring * 2 * rings + k]!)
}

const tilts = fc.record({
  seed: fc.integer({ min: 1, max: 1e6 }),
  rings: fc.integer({ min: 3, max: 9 }),
  tilt: fc.tuple(fc.double({ min: -1, max: 1, noNaN: true }), fc.double({ min: -1, max: 1, noNaN: true })),
  frameRate: fc.integer({ min: 11, max: 40 }),
  way: fc.constantFrom(1, -1),
})

/** A solid that turns about a tilted axis, and a follower that goes along x. */
function turning(
  solid: Float32Array,
  rider: Float32Array,
  { tilt, frameRate, way }: typeof tilts extends fc.Arbitrary<infer T> ? T : never,
): Sketch {
  const sketch = new Sketch(0.5, frameRate).body('star', 'rider')
  bring(sketch, 'solid', 'star', [0, 0, 0], solid)
  bring(sketch, 'face', 'rider', [0.12, 0, 0], rider)
  return sketch
    .hinge('drive', 'ground', 'star', [0, 0, 0], { axis: [0.3, tilt[0], 1 + 0.5 * tilt[1]] })
    .motor('drive', way * 2)
    .slide('way', 'ground', 'rider', [0.12, 0, 0], [1, 0, 0])
    .rest('way', REST)
    .contact('ride', 'star', 'rider')
}

/** Frames of both solids in ground at a frame of a take. */
function framesAt({ take }: ReturnType<Sketch['solve']>, frame: number): [Frame, Frame] {
  const bodies = take.bodies.length
  const [star, rider] = [1, 2].map((body) => frameOfPose(take.poses, frame * bodies + body))
  return [star!, shifted(rider!, 0.12, 0, 0)]
}

describe('a follower on a random solid of triangles', () => {
  it('with a flat face stands before the corner that is farthest', () => {
    fc.assert(
      fc.property(tilts, (drawn) => {
        const solid = star(drawn.seed, drawn.rings, 0.4)
        const sketch = turning(solid, box(0.08, 0.3, 0.3), drawn)
        const film = sketch.solve()
        for (let frame = 0; frame < film.take.frames; frame++) {
          const [f] = framesAt(film, frame)
          let far = -Infinity
          for (let k = 0; k < solid.length; k += 3)
            far = Math.max(far, transformed(f, [solid[k]!, solid[k + 1]!, solid[k + 2]!])[0])
          expect(Math.abs(film.joint('way', frame)[0] - Math.max(REST, far - 0.08))).toBeLessThan(2e-8)
        }
        expect(turning(solid, box(0.08, 0.3, 0.3), drawn).solve().take.coordinates).toEqual(
          film.take.coordinates,
        )
      }),
      { numRuns: 12 },
    )
  })

  it('of triangles, too, touches it and is not in it', () => {
    fc.assert(
      fc.property(tilts, (drawn) => {
        const [solid, rider] = [star(drawn.seed, drawn.rings, 0.1), star(drawn.seed + 7, drawn.rings, 0.1)]
        const sketch = turning(solid, rider, drawn)
        const film = sketch.solve()
        const [one, other] = [new Solid([solid]), new Solid([rider])]
        const [distance, depth] = [new BodyDistance(one.tree, other.tree), new OverlapDepth(one, other)]
        for (let frame = 0; frame < film.take.frames; frame++) {
          const [a, b] = framesAt(film, frame)
          expect(distance.measure(a, 0, b, 0)).toBeLessThan(2e-7)
          expect(depth.measure(a, 0, b, 0, 1e-9).depth).toBeLessThan(2e-7)
        }
      }),
      { numRuns: 12 },
    )
  })
})
