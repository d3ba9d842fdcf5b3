import { describe, expect, it } from 'vitest'
import { chainPoses, openModel, runScenario } from '../../../src'
import type { MechanismDocument, NamedPose } from '../../../src'
import type { Leg } from '../../../src/edits/scenarios/chain-poses'
import { TakeReader, Sketch } from '../../sketch'

/** A slide and a turn, and a wheel that follows the turn. */
function posed(): MechanismDocument {
  const { document } = new Sketch()
    .body('sledge', 'arm', 'wheel')
    .slide('rail', 'ground', 'sledge', [0, 0], [1, 0, 0])
    .hinge('swing', 'ground', 'arm', [0, 0.2])
    .hinge('axle', 'ground', 'wheel', [0.1, 0.2])
    .pair('gear', 'mesh', 'swing', 'axle', { ratio: 2 })
  const pose = (id: string, rail: number, swing: number): NamedPose => ({
    id,
    name: id,
    values: [
      { joint: 'rail', freedom: 's', value: rail },
      { joint: 'swing', freedom: 'angle', value: swing },
      { joint: 'axle', freedom: 'angle', value: -swing / 2 },
    ],
  })
  document.poses = [pose('rest', 0, 0), pose('reach', 0.1, 1), pose('drop', 0.1, -0.5)]
  return document
}

const filmOf = (legs: readonly Leg[]) => {
  const chained = chainPoses(posed(), 'Chained', legs)
  if (!chained.ok) throw new Error(chained.problems[0].message)
  const { document, scenario } = chained.value
  const model = openModel(document)
  if (!model.ok) throw new Error(model.problems[0].message)
  const run = runScenario(model.value, scenario)
  if (!run.ok) throw new Error(run.problems[0].message)
  run.value.advance(Infinity)
  const take = run.value.take()
  if (take.stopped) throw new Error(take.stopped.message)
  return { film: new TakeReader(take), own: document.scenarios.find(({ id }) => id === scenario)! }
}

describe('poses chained into a scenario', () => {
  it('go from pose to pose in the times given, driving only what does not follow', () => {
    const { film, own } = filmOf([
      { pose: 'rest' },
      { pose: 'reach', time: '0.5 s' },
      { pose: 'drop', time: '1 s' },
    ])
    expect(own.length).toBe('1.5 s')
    expect(own.drivers.map((driver) => 'joint' in driver && driver.joint)).toEqual(['rail', 'swing'])
    expect(film.joint('swing', 30)[0]).toBeCloseTo(1, 12)
    expect(film.joint('rail', 15)[0]).toBeCloseTo(0.05, 12)
    expect(film.joint('swing', 90)[0]).toBeCloseTo(-0.5, 12)
    expect(film.joint('axle', 90)[0]).toBeCloseTo(0.25, 12)
  })

  it('are reached with a top speed', () => {
    // 3-4-5: the peak is 1.875 of the mean speed (VDI 2143)
    const { film, own } = filmOf([{ pose: 'rest' }, { pose: 'reach', topSpeed: '0.375 m/s' }])
    expect(own.length).toBe('0.5 s')
    expect(film.joint('rail', 15)[1]).toBeCloseTo(0.375, 9)
  })

  it('need two poses, and a time', () => {
    const few = chainPoses(posed(), 'x', [{ pose: 'rest' }])
    const none = chainPoses(posed(), 'x', [{ pose: 'rest' }, { pose: 'drop', time: 0 }])
    expect([few, none].map((one) => (one.ok ? '' : one.problems[0].code))).toEqual(['poses-few', 'pose-time'])
  })
})
