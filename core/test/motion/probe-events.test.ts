/** Events of probes are those of the motion, whatever the frame rate. */
import { describe, expect, it } from 'vitest'
import { openModel, runScenario } from '../../src'
import type { ProbeEvent } from '../../src/motion/take'
import { Sketch } from '../sketch'

/** A crank of 0.1 m, started at 30 deg, 1 turn a second, over 2 s. */
const crank = (frameRate: number) =>
  new Sketch(2, frameRate)
    .body('crank')
    .hinge('axle', 'ground', 'crank', [0, 0])
    .datum('tip', 'crank', [0.1 * Math.cos(Math.PI / 6), 0.05])
    .motor('axle', 2 * Math.PI)

const of = (events: readonly ProbeEvent[], kind: ProbeEvent['kind']) =>
  events.filter((event) => event.kind === kind)

describe.each([3, 7, 60, 1000])('at %d frames a second', (frameRate) => {
  it('a height has its maxima and minima where the crank stands up and down', () => {
    const sketch = crank(frameRate).probe({ id: 'height', kind: 'datum-position', datum: 'tip', along: 'y' })
    const { events } = sketch.solve().take
    expect(of(events, 'maximum').map(({ time }) => time)).toEqual([
      expect.closeTo(1 / 6, 9),
      expect.closeTo(7 / 6, 9),
    ])
    expect(of(events, 'minimum').map(({ time }) => time)).toEqual([
      expect.closeTo(4 / 6, 9),
      expect.closeTo(10 / 6, 9),
    ])
    for (const { value } of of(events, 'maximum')) expect(value).toBeCloseTo(0.1, 13)
    for (const { value } of of(events, 'minimum')) expect(value).toBeCloseTo(-0.1, 13)
  })

  it('a speed along y, whose second derivative is not known, has its own', () => {
    const sketch = crank(frameRate).probe({ id: 'speed', kind: 'datum-velocity', datum: 'tip', along: 'y' })
    const { events } = sketch.solve().take
    expect(of(events, 'maximum').map(({ time }) => time)).toEqual([
      expect.closeTo(11 / 12, 9),
      expect.closeTo(23 / 12, 9),
    ])
    expect(of(events, 'minimum')[0].value).toBeCloseTo(-0.2 * Math.PI, 12)
  })

  it('a value that is named is passed at exact instants, up and down', () => {
    const sketch = crank(frameRate).probe({ id: 'height', kind: 'datum-position', datum: 'tip', along: 'y' })
    sketch.document.probes[0].passes = ['80 mm']
    const model = openModel(sketch.document)
    if (!model.ok) throw new Error(model.problems[0].message)
    const run = runScenario(model.value, 'run')
    if (!run.ok) throw new Error(run.problems[0].message)
    run.value.advance(Infinity)
    const { events } = run.value.take()
    const [up, down] = [Math.asin(0.8), Math.PI - Math.asin(0.8)].map(
      (angle) => (angle - Math.PI / 6) / (2 * Math.PI),
    )
    expect(of(events, 'rises-past').map(({ time }) => time)).toEqual([
      expect.closeTo(up, 10),
      expect.closeTo(1 + up, 10),
    ])
    expect(of(events, 'falls-past').map(({ time }) => time)).toEqual([
      expect.closeTo(down, 10),
      expect.closeTo(1 + down, 10),
    ])
  })
})

it('a value that rests on its way, and one that never moves, have no turns', () => {
  const sketch = new Sketch(4)
    .body('arm')
    .hinge('axle', 'ground', 'arm', [0, 0])
    .datum('tip', 'arm', [0.1, 0])
    .probe({ id: 'angle', kind: 'joint-position', joint: 'axle' })
    .probe({ id: 'still', kind: 'datum-position', datum: 'tip', along: 'z' })
    .drive({
      id: 'lane',
      kind: 'moves',
      joint: 'axle',
      moves: [
        { to: '30 deg', start: 0, duration: '1 s', law: 'cycloidal' },
        { to: '60 deg', start: '2 s', duration: '1 s', law: 'cycloidal' },
      ],
    } as never)
  expect(sketch.solve().take.events).toEqual([])
})

it('a rate that jumps turns where it jumps', () => {
  const sketch = new Sketch(2, 7)
    .body('arm')
    .hinge('axle', 'ground', 'arm', [0, 0])
    .probe({ id: 'angle', kind: 'joint-position', joint: 'axle' })
    .drive({
      id: 'lane',
      kind: 'moves',
      joint: 'axle',
      moves: [
        { to: '30 deg', start: 0, duration: '1 s', law: 'linear' },
        { to: 0, start: '1 s', duration: '1 s', law: 'linear' },
      ],
    } as never)
  const { events } = sketch.solve().take
  expect(events).toHaveLength(1)
  expect(events[0]).toMatchObject({ kind: 'maximum', probe: 'angle' })
  expect(events[0].time).toBeCloseTo(1, 9)
  expect(events[0].value).toBeCloseTo(Math.PI / 6, 9)
})

it('turns on both sides of an instant at which a tie starts something are all found', () => {
  const sketch = crank(5)
    .body('flap')
    .hinge('flap-axle', 'ground', 'flap', [1, 0])
    .probe({ id: 'height', kind: 'datum-position', datum: 'tip', along: 'y' })
    .drive({
      id: 'lane',
      kind: 'moves',
      joint: 'flap-axle',
      moves: [
        {
          to: '30 deg',
          tie: { when: { joint: 'axle', value: '65 deg', direction: 'rising' } },
          duration: '0.3 s',
          law: 'linear',
        },
      ],
    } as never)
  const { events } = sketch.solve().take
  expect(of(events, 'maximum')).toHaveLength(2)
  expect(of(events, 'minimum')).toHaveLength(2)
})
