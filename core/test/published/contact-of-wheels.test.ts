/** Toothed wheels that touch: flanks of gears, and a pawl that locks a ratchet, in free motion. */
import { describe, expect, it } from 'vitest'
import type { AnyLoad } from '../../src/document/format/loads'
import { weigh } from '../dynamics/free'
import { meet, Sketch } from '../sketch'

const TURN = 2 * Math.PI

/** What makes a sketch move freely, without weight. */
function freely(sketch: Sketch, loads: readonly object[]): Sketch {
  const [scenario] = sketch.document.scenarios
  scenario.mode = 'free'
  scenario.gravity = [0, 0, 0]
  scenario.loads = loads.map((load, k) => ({ id: `load-${k}`, name: `Load ${k}`, ...load })) as AnyLoad[]
  return sketch
}

describe('flanks of gears', () => {
  // ISO 21771: involutes hand on a constant ratio, whatever the distance of the axes
  const [module, driver, driven] = [0.002, 20, 31]
  const pitch = (module * (driver + driven)) / 2

  /** The first gear turns steadily and pushes the second one, which a torque holds back. @param apart how far beyond their pitch the axes are [m] */
  function gears(speed: number, apart: number): Sketch {
    const distance = pitch + apart
    const start = Math.PI + Math.PI / driven
    const sketch = new Sketch(0.5)
      .body('small', 'large')
      .part('pinion', 'gear', 'small', [0, 0], { module, teeth: driver })
      .part(
        'wheel',
        'gear',
        'large',
        [distance, 0],
        { module, teeth: driven },
        { zero: [Math.cos(start), Math.sin(start), 0] },
      )
      .hinge('shaft', 'ground', 'small', [0, 0])
      .hinge('axle', 'ground', 'large', [distance, 0])
      .motor('shaft', speed)
      .contact('flanks', 'small', 'large')
    weigh(sketch, 'small', 0.2, [0, 0, 0], [0, 0, 4e-5, 0, 0, 0])
    weigh(sketch, 'large', 0.4, [distance, 0, 0], [0, 0, 1.5e-4, 0, 0, 0])
    return freely(sketch, [{ kind: 'effort', joint: 'axle', effort: `${Math.sign(speed) * 0.5} N m` }])
  }

  it.each([
    { speed: 3, apart: 0.0002 },
    { speed: -3, apart: 0.0002 },
    { speed: 3, apart: 0.0006 },
  ])('hand on the ratio of their teeth to 1e-6: %o', ({ speed, apart }) => {
    const film = gears(speed, apart).solve()
    for (let frame = 6; frame < film.take.frames; frame++) {
      const ratio = film.joint('axle', frame)[1] / film.joint('shaft', frame)[1]
      expect(Math.abs(ratio / (-driver / driven) - 1)).toBeLessThan(1e-6)
    }
    // over more than a tooth
    const last = film.take.frames - 1
    const turned = (name: string) => film.joint(name, last)[0] - film.joint(name, 6)[0]
    expect(Math.abs(turned('shaft'))).toBeGreaterThan((2 * TURN) / driver)
    expect(Math.abs(turned('axle') / turned('shaft') / (-driver / driven) - 1)).toBeLessThan(1e-6)
  })
})

describe('a ratchet that is turned back', () => {
  const [PAWL, WHEEL, DEPTH, TEETH] = [0.08, 0.04, 0.006, 12]
  const AT = 0.6
  const START = 0.1
  const pivot = [-PAWL * Math.cos(AT), WHEEL + PAWL * Math.sin(AT)] as const

  it('comes to rest against its pawl, whose tip is at the root of a tooth', () => {
    const sketch = new Sketch(2)
      .body('wheel', 'pawl')
      .part(
        'teeth',
        'ratchet',
        'wheel',
        [0, 0],
        { diameter: '80 mm', teeth: TEETH, depth: '6 mm' },
        { zero: [Math.cos(START), Math.sin(START), 0] },
      )
      .part('tip', 'pawl', 'pawl', pivot, { length: '80 mm' }, { zero: [Math.cos(AT), -Math.sin(AT), 0] })
      .hinge('drive', 'ground', 'wheel', [0, 0])
      .hinge('pivot', 'ground', 'pawl', pivot)
      .contact('click', 'pawl', 'wheel', { friction: 0.1 })
    weigh(sketch, 'wheel', 0.3, [0, 0, 0], [0, 0, 2.4e-4, 0, 0, 0])
    weigh(sketch, 'pawl', 0.05, [pivot[0] / 2, pivot[1] - 0.02, 0], [0, 0, 3e-5, 0, 0, 0])
    freely(sketch, [
      { kind: 'effort', joint: 'drive', effort: '0.3 N m' },
      { kind: 'joint-spring', joint: 'pivot', stiffness: 0.5, at: -1 },
    ])
    const film = sketch.solve()
    const last = film.take.frames - 1
    const [x, y] = meet(pivot, PAWL, [0, 0], WHEEL - DEPTH)
    const root = START + (TURN * (3 - 0.985)) / TEETH
    expect(film.joint('drive', last)[0]).toBeCloseTo(Math.atan2(y, x) - root, 8)
    expect(Math.abs(film.joint('drive', last)[1])).toBeLessThan(1e-9)
  })
})
