import { describe, expect, it } from 'vitest'
import { identityFrame, moved, reportModel, strandLine } from '../../src'
import type { AnyRelation } from '../../src'
import type { StrandLine } from '../../src/strands/strand'
import { Sketch } from '../sketch'

const lengthOf = ({ points }: StrandLine): number => {
  let sum = 0
  for (let k = 3; k < points.length; k += 3)
    sum += Math.hypot(points[k] - points[k - 3], points[k + 1] - points[k - 2], points[k + 2] - points[k - 1])
  return sum
}

const pulleys = (more: Partial<AnyRelation>) =>
  new Sketch()
    .body('driver', 'driven')
    .hinge('a', 'ground', 'driver', [0, 0])
    .hinge('b', 'ground', 'driven', [0.3, 0])
    .pair('belt', 'belt', 'a', 'b', { diameterA: '80 mm', diameterB: '40 mm', ...more })

function beltOf(more: Partial<AnyRelation>, turn = 0): StrandLine {
  const [place] = reportModel(pulleys(more).open(), 'run').strands
  const still = identityFrame()
  return strandLine(place, still, still, turn)
}

describe('a belt', () => {
  // common practice: L = 2 sqrt(C^2 - (R - r)^2) + R (pi + 2 b) + r (pi - 2 b), sin b = (R - r) / C
  it('lies along the outer tangents of its pulleys', () => {
    const [c, big, small] = [0.3, 0.04, 0.02]
    const b = Math.asin((big - small) / c)
    const expected =
      2 * Math.sqrt(c * c - (big - small) ** 2) + big * (Math.PI + 2 * b) + small * (Math.PI - 2 * b)
    // its arcs are drawn as chords
    expect(lengthOf(beltOf({}))).toBeCloseTo(expected, 3)
    expect(beltOf({})).toMatchObject({ length: expect.closeTo(expected, 12) as number })
  })

  it('lies along the inner ones when it is crossed', () => {
    const [c, sum] = [0.3, 0.06]
    const b = Math.asin(sum / c)
    const expected = 2 * Math.sqrt(c * c - sum * sum) + sum * (Math.PI + 2 * b)
    expect(beltOf({ crossed: true })).toMatchObject({ length: expect.closeTo(expected, 12) as number })
  })

  it('takes its marks along with the first pulley', () => {
    // the first mark starts where the belt runs onto the first pulley and goes round with it
    const [before, after] = [beltOf({}).marks!, beltOf({}, 0.5).marks!]
    const angle = (marks: number[]) => Math.atan2(marks[1], marks[0])
    expect(angle(after) - angle(before)).toBeCloseTo(0.5, 12)
    expect(Math.hypot(after[0], after[1])).toBeCloseTo(0.04, 12)
  })

  it('is not drawn without diameters, nor where its pulleys would overlap', () => {
    const bare = pulleys({ diameterA: undefined, diameterB: undefined, ratio: 2 } as Partial<AnyRelation>)
    expect(reportModel(bare.open(), 'run').strands).toEqual([])
    expect(beltOf({ diameterA: '800 mm' } as Partial<AnyRelation>).points).toEqual([])
  })
})

describe('a spring', () => {
  const sketch = new Sketch()
    .body('slide')
    .slide('rail', 'ground', 'slide', [0, 0], [1, 0, 0])
    .datum('seat', 'ground', [0, 0])
    .datum('plate', 'slide', [0.1, 0])
  sketch.document.springs = [
    { id: 's', name: 'Return spring', from: 'seat', to: 'plate', diameter: '20 mm', wire: '2 mm', coils: 6 },
  ]
  const [place] = reportModel(sketch.open(), 'run').strands
  const at = (x: number) => strandLine(place, identityFrame(), moved([x, 0, 0]), 0)

  it('reaches from datum to datum and has its diameter at home', () => {
    const { points } = at(0)
    expect(points.slice(0, 3)).toEqual([0, 0, 0])
    expect(points.slice(-3)).toEqual([0.1, 0, 0])
    expect(at(0)).toMatchObject({ diameter: expect.closeTo(0.02, 12) as number })
  })

  it('keeps the length of its wire when it is drawn out', () => {
    const coil = (line: StrandLine) => lengthOf({ points: line.points.slice(3, -3) })
    expect(coil(at(0.05))).toBeCloseTo(coil(at(0)), 3)
    const { diameter } = at(0.05) as unknown as { diameter: number }
    // (pi D n)^2 + h^2 stays what it was
    const wire = (d: number, h: number) => (Math.PI * d * 6) ** 2 + (0.88 * h) ** 2
    expect(wire(diameter, 0.15)).toBeCloseTo(wire(0.02, 0.1), 12)
  })
})
