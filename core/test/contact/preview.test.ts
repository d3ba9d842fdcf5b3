/** Where bodies would touch before they have a contact. */
import { describe, expect, it } from 'vitest'
import { contactPreview } from '../../src'
import { box } from '../proximity/solids'
import { Sketch } from '../sketch'
import { bring } from './brought'

/** A disc over a plate, whose top is at y = 0, and a box that was brought in beside it. */
function sketch(height: number): Sketch {
  const made = new Sketch()
    .part('floor', 'box', 'ground', [0, -0.05], { width: '400 mm', depth: '100 mm', height: '20 mm' })
    .body('disc', 'brought')
    .part('round', 'cylinder', 'disc', [0.02, height], { diameter: '60 mm', length: '20 mm' })
    .slide('fall', 'ground', 'disc', [0.02, height, 0], [0, 1, 0])
    .slide('way', 'ground', 'brought', [0.2, 0.1, 0], [1, 0, 0])
  return bring(made, 'solid', 'brought', [0.2, 0.1, 0], box(0.04, 0.04, 0.04))
}

const between = (made: Sketch, a: string, b: string) => {
  const { mechanism, home } = made.open()
  return contactPreview(mechanism, home, a, b)
}

describe('a contact that is not made yet', () => {
  it.each([
    ['ground', 'disc'],
    ['disc', 'ground'],
  ])('shows the outlines and the nearest places of %s and %s', (a, b) => {
    const { outlines, surfaces, lines, nearest } = between(sketch(0.05), a, b)
    expect([outlines, surfaces, lines.length]).toEqual([1, 0, 2])
    expect(nearest!.gap).toBeCloseTo(0.02, 12)
    const [low, high] = a === 'ground' ? [nearest!.from, nearest!.to] : [nearest!.to, nearest!.from]
    expect(low.map((value) => value.toFixed(9))).toEqual(['0.020000000', '0.000000000', '0.000000000'])
    expect(high.map((value) => value.toFixed(9))).toEqual(['0.020000000', '0.020000000', '0.000000000'])
    // closed lines
    for (const line of lines) expect([...line.slice(0, 3)]).toEqual([...line.slice(-3)])
  })

  it('passes over what lies beside', () => {
    const made = sketch(0.05)
    made.document.bodies[1]!.parts[0]!.at!.position = [0.02, 0.05, 0.03]
    expect(between(made, 'ground', 'disc')).toMatchObject({
      outlines: 0,
      beside: 1,
      lines: [],
      nearest: null,
    })
  })

  it('tells an overlap', () => {
    expect(between(sketch(0.029), 'ground', 'disc').nearest!.gap).toBeCloseTo(-0.001, 12)
  })

  it('of surfaces has no lines, but places', () => {
    const { outlines, surfaces, lines, nearest } = between(sketch(0.05), 'disc', 'brought')
    expect([outlines, surfaces, lines.length]).toEqual([0, 1, 0])
    const [x, y] = [0, 1].map((k) => nearest!.to[k] - nearest!.from[k])
    expect(Math.hypot(x!, y!)).toBeCloseTo(nearest!.gap, 9)
    expect(nearest!.gap).toBeCloseTo(Math.hypot(0.16, 0.03) - 0.03, 4)
  })

  it('of what moves as one has nothing', () => {
    const made = sketch(0.05)
    made.document.groups = [{ id: 'one', name: 'One', kind: 'rigid', members: ['disc', 'brought'] }]
    made.document.joints = made.document.joints.filter(({ id }) => id !== 'way')
    expect(between(made, 'disc', 'brought')).toMatchObject({ outlines: 0, surfaces: 0, nearest: null })
  })
})
