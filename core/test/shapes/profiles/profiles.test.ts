/** Exact outlines of parts: closed, smooth where they say so, and those that the solid is drawn from. */
import { describe, expect, it } from 'vitest'
import { shapeKinds, shapeOf } from '../../../src'
import type { Part } from '../../../src'
import { moments, refinedMoments, volumeProperties } from '../../../src/shapes/mesh/mass'
import type { Piece } from '../../../src/shapes/profiles/piece'
import type { Loop, Profile } from '../../../src/shapes/profiles/profile'
import { kitPart, resolved } from '../kit'

const jet = (piece: Piece, u: number) => {
  const out = new Float64Array(6)
  piece.at(u, out)
  return [...out]
}

/** Area on the left of a loop, by Gauss's rule of order 10 on many stretches [m2]. */
function areaOf(loop: Loop): number {
  const nodes = [
    0.1488743389816312, 0.4333953941292472, 0.6794095682990244, 0.8650633666889845, 0.9739065285171717,
  ]
  const weights = [
    0.2955242247147529, 0.2692667193099963, 0.219086362515982, 0.1494513491505806, 0.0666713443086881,
  ]
  const stretches = 8
  let sum = 0
  for (const piece of loop)
    for (let k = 0; k < stretches; k++)
      nodes.forEach((node, n) => {
        for (const side of [1, -1]) {
          const [x, y, dx, dy] = jet(piece, (k + (1 + side * node) / 2) / stretches)
          sum += (weights[n]! * (x! * dy! - y! * dx!)) / (4 * stretches)
        }
      })
  return sum
}

const profileOf = (kind: string, dimensions = {}, more = {}): Profile => {
  const part = resolved(kitPart(kind, dimensions, more))
  return shapeOf(part).profiles()[0]!
}

const SLOTTED = { holes: [{ x: '20 mm', y: '10 mm', toX: '40 mm', toY: '10 mm', diameter: '8 mm' }] }
type Case = [name: string, kind: string, dimensions: Record<string, string>, more: Partial<Part>]
const cases: Case[] = [
  ...[
    'box',
    'link',
    'lever',
    'plate',
    'cylinder',
    'tube',
    'disc',
    'cam',
    'ratchet',
    'pawl',
    'rack',
    'extruded',
  ].map((kind): Case => [kind, kind, {}, {}]),
  ['cam of a pointed follower', 'cam', { roller: '0 mm' }, { options: { law: 'parabolic' } }],
  ['ratchet with a keyway, backwards', 'ratchet', { keyWidth: '3 mm' }, { options: { hand: 'backwards' } }],
  ['plate with a slot', 'plate', { slotLength: '30 mm' }, {}],
  ['outline with corners', 'extruded', { corner: '3 mm' }, {}],
]

// their solids follow the curves of their teeth in chords of their own
const chorded: Case[] = [
  ['gear', 'gear', {}, {}],
  ['gear of few teeth', 'gear', { teeth: '14', shift: '0.2' }, {}],
  ['gear with a keyway', 'gear', { keyWidth: '3 mm' }, {}],
  ['internal gear', 'internal-gear', {}, {}],
  ['slotted index wheel', 'index-wheel', {}, {}],
  ['slotted index wheel of four', 'index-wheel', { slots: '4' }, {}],
]

describe('exact outlines of parts', () => {
  it.each(chorded)('%s: closed, and what the solid follows', (_, kind, dimensions, more) => {
    const shape = shapeOf(resolved(kitPart(kind, dimensions, more)))
    const [{ outer, holes, top, bottom }] = shape.profiles() as [Profile]
    for (const loop of [outer, ...holes])
      loop.forEach((piece, k) => {
        const [[x, y], [p, q]] = [jet(piece, 1), jet(loop[(k + 1) % loop.length]!, 0)]
        expect(Math.hypot(x! - p!, y! - q!)).toBeLessThan(1e-9)
      })
    const area = [outer, ...holes].reduce((sum, loop) => sum + areaOf(loop), 0)
    const { volume } = volumeProperties(moments(shape.solids(512)))
    expect((area * (top - bottom)) / volume).toBeCloseTo(1, 3)
  })

  it('a pin wheel: its flange, its locking disc and its pin', () => {
    const shape = shapeOf(resolved(kitPart('pin-wheel')))
    const areas = shape.profiles().map(({ outer, holes, top, bottom }) => {
      const area = [outer, ...holes].reduce((sum, loop) => sum + areaOf(loop), 0)
      return area * (top - bottom)
    })
    const { volume } = volumeProperties(moments(shape.solids(512)))
    expect(areas.reduce((sum, one) => sum + one, 0) / volume).toBeCloseTo(1, 3)
  })
  it.each(cases)('%s: closed, and what the solid is drawn from', (_, kind, dimensions, more) => {
    const part = resolved(kitPart(kind, dimensions, more))
    const shape = shapeOf(part)
    const [profile] = shape.profiles()
    for (const loop of [profile!.outer, ...profile!.holes])
      loop.forEach((piece, k) => {
        const [[x, y], [p, q]] = [jet(piece, 1), jet(loop[(k + 1) % loop.length]!, 0)]
        expect(Math.hypot(x! - p!, y! - q!)).toBeLessThan(1e-15)
      })
    const area = [profile!.outer, ...profile!.holes].reduce((sum, loop) => sum + areaOf(loop), 0)
    expect(profile!.holes.every((hole) => areaOf(hole) < 0)).toBe(true)
    const { volume } = volumeProperties(
      refinedMoments(moments(shape.solids(256)), moments(shape.solids(512))),
    )
    expect((area * (profile!.top - profile!.bottom)) / volume).toBeCloseTo(1, 6)
  })

  it.each([...cases, ...chorded])('%s: derivatives of every piece', (_, kind, dimensions, more) => {
    const profile = profileOf(kind, dimensions, more)
    const h = 1e-5
    for (const piece of [profile.outer, ...profile.holes].flat())
      for (const u of [0.137, 0.41, 0.83]) {
        const [before, at, after] = [u - h, u, u + h].map((v) => jet(piece, v))
        const size = Math.hypot(at![2]!, at![3]!)
        for (const k of [0, 1]) {
          expect(((after![k]! - before![k]!) / (2 * h) - at![2 + k]!) / size).toBeCloseTo(0, 6)
          expect(((after![2 + k]! - before![2 + k]!) / (2 * h) - at![4 + k]!) / size).toBeCloseTo(0, 5)
        }
      }
  })

  it('a hole with two places is a slot', () => {
    const { outer, holes } = profileOf('extruded', {}, SLOTTED)
    expect(outer).toHaveLength(6)
    expect(holes[0]).toHaveLength(4)
    expect(areaOf(holes[0]!) * 1e6).toBeCloseTo(-(16 * Math.PI + 160), 9)
  })

  it('says nothing of shapes that are not drawn in a plane', () => {
    for (const kind of shapeKinds.filter((one) => one !== 'imported'))
      for (const { outer } of shapeOf(resolved(kitPart(kind))).profiles())
        expect(areaOf(outer)).toBeGreaterThan(0)
    expect(shapeOf(resolved(kitPart('turned'))).profiles()).toEqual([])
  })
})
