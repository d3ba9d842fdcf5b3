import { describe, expect, it } from 'vitest'
import { driveAlong, identityFrame, moved, motionLaw, openModel, runScenario, samplePath } from '../../../src'
import type { MechanismDocument } from '../../../src'
import type { PathWish } from '../../../src/edits/scenarios/drive-along'
import { TakeReader, Sketch } from '../../sketch'

/** Two crossed slides that carry a pen. */
const sketch = () =>
  new Sketch(2)
    .body('sledge', 'head')
    .slide('rail', 'ground', 'sledge', [0, 0], [1, 0, 0])
    .slide('lift', 'sledge', 'head', [0, 0], [0, 1, 0])

const wish = (course: PathWish['course']): PathWish => ({
  name: 'Trace',
  follower: { name: 'pen', body: 'head', at: { position: [0.01, 0, 0] } },
  course,
  oriented: false,
  start: moved([0.01, 0, 0]),
  still: { body: 'ground', frame: identityFrame() },
})

function filmed(document: MechanismDocument): TakeReader {
  const model = openModel(document)
  if (!model.ok) throw new Error(model.problems[0].message)
  const run = runScenario(model.value, 'run')
  if (!run.ok) throw new Error(run.problems[0].message)
  run.value.advance(Infinity)
  const take = run.value.take()
  if (take.stopped) throw new Error(take.stopped.message)
  return new TakeReader(take)
}

describe('a point driven along a path', () => {
  it('goes round a circle from where it stands', () => {
    const { document } = sketch()
    const made = driveAlong(
      document,
      'run',
      wish({
        kind: 'arc',
        closed: true,
        points: [
          [0, 0, 0],
          ['30 mm', '30 mm', 0],
          ['60 mm', 0, 0],
        ],
      }),
    )
    expect(made.ok).toBe(true)
    const film = filmed(document)
    const jet = new Float64Array(4)
    for (const frame of [0, 30, 45, 60, 90, 119]) {
      // 3-4-5 over 2 s round a circle of 30 mm, clockwise from its left end
      motionLaw('polynomial-3-4-5')!.evaluate(frame / 120, jet)
      const turn = Math.PI - 2 * Math.PI * jet[0]
      // the length is written to a thousandth of a millimetre
      expect(film.joint('rail', frame)[0]).toBeCloseTo(0.03 + 0.03 * Math.cos(turn), 5)
      expect(film.joint('lift', frame)[0]).toBeCloseTo(0.03 * Math.sin(turn), 5)
    }
  })

  it('refuses what is no path', () => {
    const { document } = sketch()
    const before = document.datums.length
    const made = driveAlong(document, 'run', wish({ kind: 'line', points: [[0, 0, 0]] }))
    expect(made.ok ? '' : made.problems[0].message).toBe('a line needs 2 points; it has 1.')
    expect(document.datums.length).toBe(before)
  })

  it('is sampled at even distances', () => {
    const sampled = samplePath(
      {
        kind: 'polyline',
        points: [
          [0, 0, 0],
          ['3 mm', 0, 0],
          ['3 mm', '4 mm', 0],
        ],
      },
      8,
    )
    if (!sampled.ok) throw new Error(sampled.problems[0].message)
    expect(sampled.value.length).toBeCloseTo(0.007, 12)
    expect(sampled.value.points[3 * 5]).toBeCloseTo(0.003, 8)
    expect(sampled.value.points[3 * 5 + 1]).toBeCloseTo(0.002, 8)
  })
})
