/** Swept volumes of turned and moved boxes against their closed forms. */
import { createRequire } from 'node:module'
import Module from 'manifold-3d'
import type { Manifold } from 'manifold-3d'
import { describe, expect, it } from 'vitest'
import { Sweep } from '@ligamen/core'
import { trianglesOf } from '../solid-kernel'
import { sweptSolid } from './swept-solid'

const kernel = await Module({
  locateFile: () => createRequire(import.meta.url).resolve('manifold-3d/manifold.wasm'),
})
kernel.setup()

type Track = ConstructorParameters<typeof Sweep>[1]

/** Turns evenly about z by an angle [rad] within a second, and rises meanwhile [m]. */
function turning(angle: number, rise = 0): Track {
  const count = 40
  const times = Float64Array.from({ length: count + 1 }, (_, k) => k / count)
  const jets = Float64Array.from(
    [...times].flatMap((t) => {
      const [c, s, w] = [Math.cos((angle * t) / 2), Math.sin((angle * t) / 2), angle / 2]
      return [
        0,
        0,
        rise * t,
        0,
        0,
        rise,
        0,
        0,
        0,
        c,
        0,
        0,
        s,
        -w * s,
        0,
        0,
        w * c,
        -w * w * c,
        0,
        0,
        -w * w * s,
      ]
    }),
  )
  return { body: 'box', point: [0, 0, 0], times, jets }
}

/** [mm^3] @param tolerance [m] */
function volume(body: Manifold, track: Track, tolerance: number): number {
  const sweep = new Sweep(trianglesOf(body), track, 0, 1, tolerance)
  return sweptSolid(kernel, body, sweep, 100 * tolerance).volume()
}

const [A, B, C] = [40, 20, 10]
const DIAGONAL = A * A + B * B

describe('a box that is turned', () => {
  it.each([0.7, 2.5])('about an edge by %d rad covers itself and a sector of its diagonal', (angle) => {
    const exact = C * (A * B + (angle * DIAGONAL) / 2)
    const box = () => kernel.Manifold.cube([A, B, C])
    const errors = [1e-4, 1e-5].map((tolerance) => volume(box(), turning(angle), tolerance) / exact - 1)
    expect(Math.abs(errors[0]!)).toBeLessThan(1e-3)
    expect(Math.abs(errors[1]!)).toBeLessThan(1e-4)
  })

  it('about its middle covers four sectors of its diagonal, and what lies between them', () => {
    // between two corners the edges of the first and the last pose meet over the middle of the edge, turned by half of the angle
    const angle = 0.4
    const tangent = Math.tan(angle / 2)
    const between = (long: number, wide: number) => (wide / 2) * (long / 2 - (wide / 2) * tangent)
    const exact = C * ((angle * DIAGONAL) / 2 + 2 * between(A, B) + 2 * between(B, A))
    const error = volume(kernel.Manifold.cube([A, B, C], true), turning(angle), 1e-5) / exact - 1
    expect(Math.abs(error)).toBeLessThan(1e-4)
  })

  it('and lifted covers a slanting space, whichever way it turns', () => {
    // above the first pose and below the last one nothing is hidden: turned about its middle axis by nothing, it is a prism
    const exact = A * B * (C + 30)
    expect(volume(kernel.Manifold.cube([A, B, C]), turning(0, 0.03), 1e-4) / exact).toBeCloseTo(1, 6)
    const [left, right] = [1, -1].map((sense) =>
      volume(kernel.Manifold.cube([A, B, C], true), turning(sense * 0.6, 0.03), 2e-5),
    )
    expect(left! / right!).toBeCloseTo(1, 4)
    expect(left!).toBeGreaterThan(exact)
  })
})

it('a ring that turns about its own axis covers itself, and its hole stays', () => {
  const disc = (radius: number) => kernel.Manifold.cylinder(5, radius, radius, 96, true)
  const ring = disc(20).subtract(disc(8))
  // chords of a round face cover what lies between them and the circle
  const round = Math.PI * (20 ** 2 - 8 ** 2) * 5
  const found = volume(ring, turning(Math.PI), 2e-4)
  expect(found / round).toBeGreaterThan(0.999)
  expect(found / round).toBeLessThan(1.002)
})
