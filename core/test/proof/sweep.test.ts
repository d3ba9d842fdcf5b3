/** The pieces that a moving body covers: poses close enough, turns that are gone again left out, nothing for what stands. */
import { describe, expect, it } from 'vitest'
import { BodyMotion } from '../../src/motion/body-motion'
import { TrackRecorder } from '../../src/motion/body-track'
import type { BodyTrack } from '../../src/motion/body-track'
import { Sweep } from '../../src/proof/space/sweep'
import { runScenario } from '../../src'
import { Sketch } from '../sketch'

/** A box of 40 x 10 x 4 mm with a corner at the origin, outside out. */
const BOX = boxOf(0.04, 0.01, 0.004)
function boxOf(a: number, b: number, c: number): Float32Array {
  const corner = (k: number) => [a * (k & 1), b * ((k >> 1) & 1), c * (k >> 2)]
  const quads = [
    [0, 2, 3, 1],
    [4, 5, 7, 6],
    [0, 1, 5, 4],
    [2, 6, 7, 3],
    [0, 4, 6, 2],
    [1, 3, 7, 5],
  ]
  return Float32Array.from(quads.flatMap(([p, q, r, s]) => [p, q, r, p, r, s].flatMap(corner)))
}

function trackOf(sketch: Sketch, body: string): BodyTrack {
  const model = sketch.open()
  const { bodies } = model.mechanism.geometry
  const recorder = new TrackRecorder(
    model.mechanism,
    bodies.map(() => [0.02, 0, 0] as const),
  )
  const run = runScenario(model, 'run', null, recorder.eachStep)
  if (!run.ok) throw new Error(run.problems[0].message)
  run.value.advance(Infinity)
  return recorder.done().find((track) => track.body === body)!
}
const crank = (seconds: number, driver: object) =>
  new Sketch(seconds)
    .body('arm')
    .hinge('axle', 'ground', 'arm', [0, 0])
    .drive({ id: 'm', joint: 'axle', ...driver } as never)

describe('a turning box', () => {
  const track = trackOf(crank(1, { kind: 'sine', amplitude: '1 rad', frequency: '1 Hz' }), 'arm')

  it.each([1e-3, 1e-4, 1e-5])(
    'has poses between which no corner is %d m off the straight line',
    (tolerance) => {
      const sweep = new Sweep(BOX, track, 0, 0.25, tolerance)
      const motion = new BodyMotion(track)
      const [before, after] = [new Float64Array(12), new Float64Array(12)]
      const placed = (f: Float64Array, i: number) =>
        [0, 1, 2].map((k) => f[k] * BOX[i] + f[3 + k] * BOX[i + 1] + f[6 + k] * BOX[i + 2] + f[9 + k])
      for (let pose = 0; pose + 1 < sweep.times.length; pose++) {
        sweep.frameAt(pose, before)
        sweep.frameAt(pose + 1, after)
        for (const share of [0.25, 0.5, 0.75]) {
          const time = sweep.times[pose] + share * (sweep.times[pose + 1] - sweep.times[pose])
          motion.seek(time)
          motion.evaluate(time)
          for (let i = 0; i < BOX.length; i += 3) {
            const [p, q, at] = [placed(before, i), placed(after, i), placed(motion.frame, i)]
            const along = q.map((x, k) => x - p[k])
            const length = along.reduce((sum, x) => sum + x * x, 0)
            const s = length > 0 ? along.reduce((sum, x, k) => sum + x * (at[k] - p[k]), 0) / length : 0
            expect(Math.hypot(...at.map((x, k) => x - p[k] - s * along[k]))).toBeLessThan(tolerance)
          }
        }
      }
    },
  )

  it('that swings back covers nothing more on the way', () => {
    // over and back: the second quarter of the swing goes where the first one went
    const there = new Sweep(BOX, track, 0, 0.25, 1e-4).count()
    const back = new Sweep(BOX, track, 0, 0.5, 1e-4).count()
    expect(back).toBeLessThan(1.25 * there)
  })

  it('that stands covers only where it is', () => {
    const still = trackOf(crank(1, { kind: 'motor', speed: 0, runUp: 0 }), 'arm')
    const sweep = new Sweep(BOX, still, 0, 1, 1e-4)
    expect([...sweep.times]).toEqual([0, 1])
    expect(sweep.count()).toBe(0)
  })
})
