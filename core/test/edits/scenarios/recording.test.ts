import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { motionLaw, openModel, recordInto, reportModel, runScenario } from '../../../src'
import type { MechanismDocument, Recording } from '../../../src'
import { fitMoves } from '../../../src/edits/scenarios/fit-moves'
import type { FittedMove } from '../../../src/edits/scenarios/fit-moves'
import { TakeReader, Sketch } from '../../sketch'

/** Value of fitted moves at a time. */
function valueAt(moves: readonly FittedMove[], start: number, time: number): number {
  const out = new Float64Array(4)
  let value = start
  for (const { start: begins, end, from, to, law } of moves) {
    if (time < begins) break
    if (time >= end) value = to
    else {
      motionLaw(law)!.evaluate((time - begins) / (end - begins), out)
      return from + (to - from) * out[0]
    }
  }
  return value
}
const every = (step: number, length: number) =>
  Array.from({ length: Math.round(length / step) + 1 }, (_, k) => k * step)

describe('moves fitted to a recording', () => {
  it('find one move where one was made, and its law', () => {
    const times = every(0.02, 2)
    const out = new Float64Array(4)
    const values = times.map((time) => {
      motionLaw('cycloidal')!.evaluate(Math.min(1, Math.max(0, time - 0.5)), out)
      return 0.1 * out[0]
    })
    const moves = fitMoves(times, values, 1e-5)
    expect(moves.map(({ law }) => law)).toEqual(['cycloidal'])
    expect(moves[0].start).toBeCloseTo(0.5, 9)
    expect(moves[0].end).toBeCloseTo(1.5, 9)
    expect(moves[0].to).toBeCloseTo(0.1, 12)
  })

  it('keep a dwell between two moves', () => {
    const times = every(0.05, 3)
    const moves = fitMoves(
      times,
      times.map((t) => (t < 1 ? t : t < 2 ? 1 : 3 - t)),
      1e-6,
    )
    expect(moves.map(({ start, end, law }) => [start, end, law].map(String))).toEqual([
      ['0', '1', 'linear'],
      ['2', '3', 'linear'],
    ])
  })

  it('stay within the tolerance of every recorded value, whatever was recorded', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.double({ min: 0.005, max: 0.2, noNaN: true }),
            fc.double({ min: -1, max: 1, noNaN: true }),
          ),
          {
            minLength: 2,
            maxLength: 80,
          },
        ),
        fc.double({ min: 1e-4, max: 0.5, noNaN: true }),
        (steps, tolerance) => {
          let time = 0
          const times = steps.map(([step]) => (time += step))
          const values = steps.map(([, value]) => value)
          const moves = fitMoves(times, values, tolerance)
          times.forEach((t, k) => {
            expect(Math.abs(valueAt(moves, values[0], t) - values[k])).toBeLessThanOrEqual(tolerance + 1e-12)
          })
          moves.slice(1).forEach((move, k) => expect(move.start).toBeGreaterThanOrEqual(moves[k].end))
        },
      ),
      { seed: 7, numRuns: 300 },
    )
  })
})

/** Two crossed slides, and a wheel that a gear couples to a turn. */
const sketch = () =>
  new Sketch(2)
    .body('sledge', 'head', 'arm', 'wheel')
    .slide('rail', 'ground', 'sledge', [0, 0], [1, 0, 0])
    .slide('lift', 'sledge', 'head', [0, 0], [0, 1, 0])
    .hinge('swing', 'ground', 'arm', [0, 0.2])
    .hinge('axle', 'ground', 'wheel', [0.1, 0.2])
    .pair('gear', 'mesh', 'swing', 'axle', { ratio: 2 })

const times = every(1 / 30, 1.5)
const ease = (time: number, from: number, long: number) => {
  const x = Math.min(1, Math.max(0, (time - from) / long))
  return x * x * x * (10 - 15 * x + 6 * x * x)
}
const recording = (start: number): Recording => ({
  start,
  times,
  tolerance: { length: 1e-4, angle: 1e-3 },
  positions: [
    { joint: 'rail', freedom: 's', dimension: 'length', values: times.map((t) => 0.2 * ease(t, 0.1, 0.8)) },
    { joint: 'lift', freedom: 's', dimension: 'length', values: times.map(() => 0) },
    { joint: 'swing', freedom: 'angle', dimension: 'angle', values: times.map((t) => ease(t, 0.5, 1)) },
    { joint: 'axle', freedom: 'angle', dimension: 'angle', values: times.map((t) => -ease(t, 0.5, 1) / 2) },
  ],
})
function recorded(document: MechanismDocument, start: number) {
  const opened = openModel(document)
  if (!opened.ok) throw new Error(opened.problems[0].message)
  return recordInto(document, 'run', recording(start), reportModel(opened.value, 'run').items)
}
function filmed(document: MechanismDocument): TakeReader {
  const model = openModel(document)
  if (!model.ok) throw new Error(model.problems[0].message)
  const run = runScenario(model.value, 'run')
  if (!run.ok) throw new Error(run.problems[0].message)
  run.value.advance(Infinity)
  return new TakeReader(run.value.take())
}

describe('a recording', () => {
  it('becomes lanes of what moved by itself, and plays what was done', () => {
    const made = recorded(sketch().document, 0)
    if (!made.ok) throw new Error(made.problems[0].message)
    expect(made.value.lanes).toEqual(['rail', 'swing'])
    expect(made.value.moves).toBe(2)
    const film = filmed(made.value.document)
    const { interval } = film.take
    for (const time of [0.25, 0.5, 0.75, 1, 1.25]) {
      const frame = Math.round(time / interval)
      expect(Math.abs(film.joint('rail', frame)[0] - 0.2 * ease(time, 0.1, 0.8))).toBeLessThan(1e-4)
      expect(Math.abs(film.joint('swing', frame)[0] - ease(time, 0.5, 1))).toBeLessThan(1e-3)
      expect(Math.abs(film.joint('axle', frame)[0] + ease(time, 0.5, 1) / 2)).toBeLessThan(1e-3)
    }
  })

  it('ties its lanes to the first of its moves, so that all of it is shifted by one start', () => {
    const made = recorded(sketch().document, 0.5)
    if (!made.ok) throw new Error(made.problems[0].message)
    const { document } = made.value
    const [rail, swing] = document.scenarios[0].drivers.map((driver) =>
      'moves' in driver ? driver.moves[0] : null,
    )
    expect(rail!.start).toBe('0.6 s')
    expect(swing!.tie).toEqual({ with: rail!.id, offset: '0.4 s' })
    // what goes on longer makes the scenario longer
    expect(document.scenarios[0].length).toBe(2)
    const later = recorded(sketch().document, 1)
    expect(later.ok && later.value.document.scenarios[0].length).toBe('2.5 s')
  })

  it('goes over what a lane had from then on, and leaves other drivers alone', () => {
    const before = sketch()
      .drive({
        id: 'lane',
        kind: 'moves',
        joint: 'rail',
        moves: [
          { id: 'first', start: 0, law: 'linear', duration: '0.2 s', to: '0 mm' },
          { id: 'second', start: '1 s', law: 'linear', duration: '0.2 s', to: '50 mm' },
        ],
      })
      .motor('swing', 1)
    const made = recorded(before.document, 0.5)
    if (!made.ok) throw new Error(made.problems[0].message)
    expect(made.value.left).toContain('swing')
    const [lane] = made.value.document.scenarios[0].drivers
    expect('moves' in lane && lane.moves.map(({ id }) => id)).toEqual(['first', 'rail-move'])
  })

  it('of nothing is refused', () => {
    const still = { ...recording(0), positions: [recording(0).positions[1]] }
    const made = recordInto(sketch().document, 'run', still, [])
    expect(made.ok ? '' : made.problems[0].code).toBe('nothing-recorded')
  })
})
