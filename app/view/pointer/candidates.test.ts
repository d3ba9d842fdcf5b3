/** What the place under the pointer offers as a datum, on a plate that is seen from above, 1 px for 0.1 mm. */
import { describe, expect, it } from 'vitest'
import { CHORDS, joined, ORIGIN, resolvePart, shapeOf } from '@ligamen/core'
import type { MechanismDocument } from '@ligamen/core'
import type { Viewport } from '~/view/three/viewport'
import { candidateAt } from './candidates'

const document: MechanismDocument = {
  format: 'ligamen/mechanism',
  version: 1,
  name: 'Plate',
  parts: [
    {
      id: 'plate',
      name: 'Plate',
      shape: 'box',
      dimensions: { width: '80 mm', depth: '40 mm', height: '10 mm' },
      colour: '#888888',
    },
    {
      id: 'pin',
      name: 'Pin',
      shape: 'cylinder',
      dimensions: { diameter: '20 mm', length: '30 mm' },
      colour: '#888888',
    },
  ],
  bodies: [
    { id: 'base', name: 'Base', grounded: true, parts: [{ id: 'plate-here', part: 'plate' }] },
    { id: 'post', name: 'Post', parts: [{ id: 'pin-here', part: 'pin' }] },
  ],
  datums: [],
  joints: [],
  probes: [],
  scenarios: [],
}

const PIXELS = 1e4

/** A triangle of a part whose corners all satisfy a condition [m]. */
function triangleOf(part: string, where: (x: number, y: number, z: number) => boolean): number {
  const source = document.parts.find(({ id }) => id === part)!
  const resolved = resolvePart(source, '')
  if (!resolved.ok) throw new Error(resolved.problems[0]!.message)
  const { positions } = joined(shapeOf(resolved.value).solids(CHORDS))
  for (let t = 0; t < positions.length / 9; t++) {
    const corners = [0, 3, 6].map((k) => [...positions.subarray(9 * t + k, 9 * t + k + 3)])
    if (corners.every(([x, y, z]) => where(x!, y!, z!))) return t
  }
  throw new Error('There is no such triangle.')
}

/** A view from above and a little from the front: x to the right, y up; what is hit is given. */
const view = (hit: { body: string; placed: string; triangle: number } | null) =>
  ({
    hitAt: () => hit,
    toGround: (_: string, point: readonly number[]) => point,
    sight: {
      onCanvas: ([x, y, z]: readonly number[]) => [400 + PIXELS * x!, 200 - PIXELS * (y! + 0.5 * z!)],
    },
  }) as unknown as Viewport

const top = () => ({
  body: 'base',
  placed: 'plate-here',
  triangle: triangleOf('plate', (_x, _y, z) => z > 0.004),
})
const offered = (hit: Parameters<typeof view>[0], x: number, y: number) =>
  candidateAt(view(hit), document, 400 + PIXELS * x, 200 - PIXELS * (y + 0.0025))
const wordsAt = (hit: Parameters<typeof view>[0], x: number, y: number) => {
  const found = offered(hit, x, y)
  return found.ok ? found.value.words : found.problems[0]!.message
}

describe('the place under the pointer', () => {
  it('offers a named datum that is near, before anything else', () => {
    expect(wordsAt(top(), 0.0004, 0)).toBe('top of Base')
  })

  it('offers the end or the middle of an edge that is near', () => {
    expect(wordsAt(top(), 0.0395, 0.018)).toMatch(/^end of an edge of Base$/)
    expect(wordsAt(top(), 0.0398, 0.006)).toBe('middle of an edge of Base')
    // anywhere along the edge, and not beside it
    for (const y of [-0.0095, -0.006, -0.0041, 0.0033, 0.0087])
      expect(wordsAt(top(), 0.0395, y)).toBe('middle of an edge of Base')
    expect(wordsAt(top(), 0.039, 0.006)).toBe('top of Base')
    const end = offered(top(), 0.0395, 0.018)
    expect(end.ok && [...end.value.frame.subarray(ORIGIN)].map((v) => Number(v.toFixed(6)))).toEqual([
      0.04, 0.02, 0.005,
    ])
  })

  it('offers the datum of a face between its edges, which is that by name where there is one', () => {
    expect(wordsAt(top(), 0.02, 0.008)).toBe('top of Base')
  })

  it('offers the axis of a round face', () => {
    const side = {
      body: 'post',
      placed: 'pin-here',
      triangle: triangleOf('pin', (x, y) => Math.abs(Math.hypot(x, y) - 0.01) < 1e-5),
    }
    const found = offered(side, 0.0062, 0.0062)
    expect(found.ok).toBe(true)
    const { frame } = found.ok ? found.value : { frame: new Float64Array(12) }
    expect(Math.abs(frame[8]!)).toBeCloseTo(1, 9)
    expect([frame[ORIGIN], frame[ORIGIN + 1]].map((v) => Math.abs(v!))).toEqual([
      expect.closeTo(0, 9),
      expect.closeTo(0, 9),
    ])
  })

  it('says what to do where there is nothing', () => {
    expect(wordsAt(null, 0, 0)).toBe('Point at a part of the mechanism, or choose a datum from the list.')
    expect(wordsAt({ body: 'base', placed: 'not there', triangle: 0 }, 0.03, 0.01)).toBe(
      'This part is still loading.',
    )
  })
})
