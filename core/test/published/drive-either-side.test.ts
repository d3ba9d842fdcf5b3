/** The same mechanism driven from its input joint and from a path of its output: both takes are the same motion. */
import { describe, expect, it } from 'vitest'
import { openModel, runScenario } from '../../src'
import type { AnyDriver, MechanismDocument, Take } from '../../src'
import { TakeReader, Sketch } from '../sketch'
import { fourBar } from './closed-forms'

function takeOf(document: MechanismDocument, ...drivers: AnyDriver[]): Take {
  document.scenarios[0].drivers = drivers
  const model = openModel(document)
  if (!model.ok) throw new Error(model.problems[0].message)
  const run = runScenario(model.value, 'run')
  if (!run.ok) throw new Error(run.problems[0].message)
  run.value.advance(Infinity)
  const take = run.value.take()
  if (take.stopped) throw new Error(take.stopped.message)
  return take
}

const move = (to: Partial<AnyDriver> & object) => ({ start: 0, duration: 1, law: 'polynomial-3-4-5', ...to })

/** Largest differences of coordinates, rates and accelerations, each beside the largest of its kind. */
function apart(a: Take, b: Take): number[] {
  return (['coordinates', 'coordinateRates', 'coordinateAccelerations'] as const).map((what) => {
    const size = a[what].reduce((most, v) => Math.max(most, Math.abs(v)), 1e-9)
    return a[what].reduce((most, v, k) => Math.max(most, Math.abs(v - b[what][k])), 0) / size
  })
}

describe('which side drives is a choice', () => {
  it('a toothed arm turned by its pinion, or led by its tip along the arc', () => {
    const radius = 0.12
    const { document } = new Sketch(1)
      .body('pinion', 'arm')
      .hinge('input', 'ground', 'pinion', [0.2, 0])
      .hinge('pivot', 'ground', 'arm', [0, 0])
      .pair('gear', 'mesh', 'input', 'pivot', { ratio: 3 })
      .datum('tip', 'arm', [radius, 0])
      .datum('centre', 'ground', [0, 0])
      .path({
        id: 'arc',
        kind: 'arc',
        datum: 'centre',
        points: [
          [radius, 0, 0],
          [radius * Math.SQRT1_2, radius * Math.SQRT1_2, 0],
          [0, radius, 0],
        ],
      })
    // three turns of the pinion against one of the arm
    const turned = takeOf(document, {
      id: 'd',
      kind: 'moves',
      joint: 'input',
      moves: [move({ to: -1.5 * Math.PI } as never)] as never,
    })
    const led = takeOf(document, {
      id: 'd',
      kind: 'path',
      datum: 'tip',
      path: 'arc',
      moves: [move({ by: (radius * Math.PI) / 2 } as never)] as never,
    })
    expect(Math.max(...apart(turned, led))).toBeLessThan(1e-9)
    expect(new TakeReader(led).joint('input', 60)[0]).toBeCloseTo(-1.5 * Math.PI, 11)
  })

  it('a four-bar led by its rocker along an arc turns its crank as the closed form says', () => {
    const [d, a, b, c] = [0.16, 0.04, 0.15, 0.1]
    const start = Math.PI / 2
    const closed = (angle: number) => fourBar(d, a, b, c, [angle, 1, 0]).rocker
    const rocker0 = closed(start)[0]
    const at = (x: number, y: number, r: number, angle: number) =>
      [x + r * Math.cos(angle), y + r * Math.sin(angle)] as const
    const crankEnd = at(0, 0, a, start)
    const rockerEnd = at(d, 0, c, rocker0)
    const swing = 0.3
    const { document } = new Sketch(1)
      .body('crank', 'coupler', 'rocker')
      .hinge('shaft', 'ground', 'crank', [0, 0])
      .hinge('pin-a', 'crank', 'coupler', crankEnd)
      .hinge('pin-b', 'coupler', 'rocker', rockerEnd)
      .hinge('pivot', 'ground', 'rocker', [d, 0])
      .datum('end', 'coupler', rockerEnd)
      .datum('seat', 'ground', [d, 0])
      .path({
        id: 'arc',
        kind: 'arc',
        datum: 'seat',
        points: [0, swing / 2, swing].map((turn) => [...at(0, 0, c, rocker0 + turn), 0]) as never,
      })
    const led = new TakeReader(
      takeOf(document, {
        id: 'd',
        kind: 'path',
        datum: 'end',
        path: 'arc',
        moves: [move({ by: 0.8 * swing * c } as never)] as never,
      }),
    )
    for (const frame of [0, 15, 30, 45, 60]) {
      const [crank] = led.joint('shaft', frame)
      const [rocker] = led.joint('pivot', frame)
      expect(closed(start + crank)[0] - rocker0).toBeCloseTo(rocker, 9)
    }
    expect(led.joint('pivot', 60)[0]).toBeCloseTo(0.8 * swing, 9)
  })

  it('a wheel of 2.25 in rolls 7.07 in in a turn (common practice)', () => {
    const film = new Sketch(1)
      .body('carriage', 'wheel')
      .slide('rail', 'ground', 'carriage', [0, 0], [1, 0, 0])
      .hinge('axle', 'carriage', 'wheel', [0, 0.028575])
      .pair('rack', 'roll', 'axle', 'rail', { diameter: '2.25 in' })
      .drive({ id: 'm', kind: 'motor', joint: 'axle', by: '1 turn', runUp: '20 %', runDown: '20 %' })
      .solve()
    expect(Math.abs(film.joint('rail', 60)[0]) / 0.0254).toBeCloseTo(7.0686, 4)
  })
})
