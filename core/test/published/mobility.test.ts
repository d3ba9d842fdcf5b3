/** Mobility by rank against Kutzbach-Gruebler over a catalogue, with the known exceptions. */
import { describe, expect, it } from 'vitest'
import { Sketch } from '../sketch'
import type { Flat, Place } from '../sketch'

/** Kutzbach-Gruebler in space: 6 (bodies - 1 - joints) + freedoms of the joints, the ground counted as a body. */
const kutzbach = (bodies: number, freedoms: readonly number[]): number =>
  6 * (bodies - 1 - freedoms.length) + freedoms.reduce((sum, f) => sum + f, 0)

/** A closed ring of n bodies, ground included, with a joint of the given kinds between neighbours. */
function ring(kinds: readonly string[], seed = 1): Sketch {
  const n = kinds.length
  const sketch = new Sketch()
  const name = (k: number) => (k % n === 0 ? 'ground' : `b${k % n}`)
  for (let k = 1; k < n; k++) sketch.body(name(k))
  // points and axes in general position, from a small fixed sequence
  let s = seed
  const random = () => {
    s = (s * 16807) % 2147483647
    return s / 2147483647 - 0.5
  }
  kinds.forEach((kind, k) => {
    const angle = (2 * Math.PI * k) / n
    const place: Place = { axis: [random(), random(), random() + 0.7], zero: [1, random(), random()] }
    const more = kind === 'screw' ? { lead: 0.01 } : {}
    sketch.join(
      kind,
      `j${k}`,
      name(k),
      name(k + 1),
      [0.1 * Math.cos(angle) + 0.02 * random(), 0.1 * Math.sin(angle), 0.03 * random()],
      place,
      more,
    )
  })
  return sketch
}

const FREEDOMS: Readonly<Record<string, number>> = {
  revolute: 1,
  prismatic: 1,
  screw: 1,
  cylindrical: 2,
  universal: 2,
  'pin-in-slot': 2,
  spherical: 3,
  planar: 3,
}

describe('loops in general position move as Kutzbach counts', () => {
  it.each([
    [['revolute', 'spherical', 'spherical', 'revolute']],
    [['revolute', 'revolute', 'spherical', 'cylindrical']],
    [['revolute', 'universal', 'universal', 'cylindrical']],
    [['revolute', 'revolute', 'revolute', 'revolute', 'revolute', 'revolute', 'revolute']],
    [['revolute', 'screw', 'cylindrical', 'cylindrical', 'revolute']],
    [['revolute', 'planar', 'spherical', 'prismatic']],
    [['revolute', 'pin-in-slot', 'universal', 'cylindrical', 'prismatic']],
  ])('%s', (kinds) => {
    const { mobility } = ring(kinds).open()
    expect(mobility.mobility).toBe(
      Math.max(
        0,
        kutzbach(
          kinds.length,
          kinds.map((kind) => FREEDOMS[kind]),
        ),
      ),
    )
    expect(mobility.redundant).toHaveLength(0)
  })
})

describe('the known exceptions', () => {
  const square: readonly Flat[] = [
    [0, 0],
    [0.02, 0.06],
    [0.1, 0.08],
    [0.12, 0],
  ]
  const planarLoop = () => {
    const sketch = new Sketch().body('a', 'b', 'c')
    const names = ['ground', 'a', 'b', 'c']
    square.forEach((p, k) => sketch.hinge(`j${k}`, names[k], names[(k + 1) % 4], p))
    return sketch
  }

  it('a planar loop in space: Kutzbach counts -2, three redundancies make it 1', () => {
    const { mobility } = planarLoop().open()
    expect(kutzbach(4, [1, 1, 1, 1])).toBe(-2)
    expect(mobility.mobility).toBe(1)
    expect(mobility.redundant).toHaveLength(3)
  })

  it('a spherical loop: hinges whose axes meet in a point', () => {
    // Hunt, Kinematic Geometry of Mechanisms: mobility 1 where Kutzbach counts -2
    const sketch = new Sketch().body('a', 'b', 'c')
    const names = ['ground', 'a', 'b', 'c']
    const axes = [
      [0, 0, 1],
      [0.5, 0, 0.8],
      [0.6, 0.7, 0.5],
      [-0.1, 0.6, 0.8],
    ] as const
    axes.forEach((axis, k) =>
      sketch.hinge(`j${k}`, names[k], names[(k + 1) % 4], [0.1 * axis[0], 0.1 * axis[1], 0.1 * axis[2]], {
        axis,
      }),
    )
    const { mobility } = sketch.open()
    expect(mobility.mobility).toBe(1)
    expect(mobility.redundant).toHaveLength(3)
  })

  it('a parallelogram with a third equal crank, and with one that is not', () => {
    for (const [foot, moves] of [
      [0.05, 1],
      [0.057, 0],
    ] as const) {
      const sketch = new Sketch().body('plate', 'c0', 'c1', 'c2')
      ;[0, 0.1, 0.05].forEach((x, k) => {
        const base = k === 2 ? foot : x
        sketch
          .hinge(`foot${k}`, 'ground', `c${k}`, [base, 0])
          .hinge(`head${k}`, `c${k}`, 'plate', [x + 0.02, 0.06])
      })
      expect(sketch.open().mobility.mobility).toBe(moves)
    }
  })

  it('two slides along one line, and three slides in a plane', () => {
    // common practice: parallel prismatic joints leave the others a slide to share
    const sketch = new Sketch()
      .body('a', 'b')
      .slide('s1', 'ground', 'a', [0, 0], [1, 0, 0])
      .slide('s2', 'a', 'b', [0, 0], [1, 0, 0])
      .slide('s3', 'b', 'ground', [0, 0], [1, 0, 0])
    expect(sketch.open().mobility).toMatchObject({ mobility: 2 })
    const wedge = new Sketch()
      .body('a', 'b')
      .slide('s1', 'ground', 'a', [0, 0], [1, 0, 0])
      .slide('s2', 'a', 'b', [0, 0], [1, 1, 0])
      .slide('s3', 'b', 'ground', [0, 0], [0, 1, 0])
    expect(wedge.open().mobility).toMatchObject({ mobility: 1 })
  })
})

describe('relations and mates take away what they say', () => {
  it('a gear pair takes one freedom, a coincident point three', () => {
    const two = () =>
      new Sketch().body('a', 'b').hinge('ja', 'ground', 'a', [0, 0]).hinge('jb', 'ground', 'b', [0.1, 0])
    expect(two().open().mobility.mobility).toBe(2)
    expect(two().pair('gear', 'g', 'ja', 'jb', { name: 'Gears', ratio: 2 }).open().mobility.mobility).toBe(1)
    const free = new Sketch()
      .body('a')
      .datum('on-a', 'a', [0.1, 0, 0])
      .datum('on-ground', 'ground', [0.1, 0, 0])
    expect(free.open().mobility.mobility).toBe(6)
    free.mate({
      id: 'm',
      kind: 'coincident',
      a: { datum: 'on-a', as: 'point' },
      b: { datum: 'on-ground', as: 'point' },
    })
    expect(free.open().mobility.mobility).toBe(3)
  })

  it.each([
    ['coincident', 'plane', 'plane', 3],
    ['coincident', 'axis', 'axis', 4],
    ['concentric', 'axis', 'cylinder', 4],
    ['coincident', 'point', 'plane', 1],
    ['coincident', 'point', 'axis', 2],
    ['parallel', 'axis', 'plane', 1],
    ['parallel', 'plane', 'plane', 2],
    ['perpendicular', 'axis', 'plane', 2],
    ['distance', 'plane', 'plane', 3],
    ['distance', 'point', 'point', 1],
    ['angle', 'axis', 'axis', 1],
    ['tangent', 'sphere', 'plane', 1],
    ['tangent', 'cylinder', 'plane', 2],
    ['tangent', 'cylinder', 'cylinder', 3],
  ] as const)('%s of %s and %s holds %d', (kind, a, b, holds) => {
    const measured = kind === 'distance' || kind === 'angle'
    const round = (as: string) => (as === 'cylinder' || as === 'sphere' ? { radius: 0.01 } : {})
    // axes of angle mates and of perpendicular ones are across, so that the mate has a gradient
    const tilted = kind === 'angle' || (kind === 'parallel' && a !== b)
    const sketch = new Sketch()
      .body('part')
      .datum('fixed', 'ground', [0, 0, 0])
      .datum('moving', 'part', kind === 'tangent' || measured ? [0.02, 0, 0.02] : [0, 0, 0], {
        axis: tilted ? [1, 0.1, 0.2] : kind === 'perpendicular' ? [0, 0, 1] : [0, 0, 1],
      })
      .mate({
        id: 'm',
        kind,
        a: { datum: 'moving', as: a, ...round(a) },
        b: { datum: 'fixed', as: b, ...round(b) },
        value: measured ? (kind === 'angle' ? 1.2 : 0.03) : undefined,
      } as never)
    delete (sketch.document.mates![0] as { value?: unknown }).value
    if (measured) sketch.document.mates![0].value = kind === 'angle' ? 1.2 : 0.03
    expect(sketch.open().mobility.mobility).toBe(6 - holds)
  })
})
