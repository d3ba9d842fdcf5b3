/**
 * Bodies that nothing holds, in flight through every attitude: at a second turn of 90 degrees their coordinates have no rates, and they go on
 * by their momentum there. Source: closed forms of a rigid body without torque (elementary mechanics).
 */
import { describe, expect, it } from 'vitest'
import { FreeSolver } from '../../src/dynamics/free-solver'
import { FRAME } from '../../src/maths/frame'
import { Sketch } from '../sketch'
import type { Point } from '../sketch'
import { loosen, reach, weigh } from './free'

const [MASS, G] = [2, 9.81]

/** A body in flight. @param inertia about its axes @param rates of its place, and of its turns at first */
function fly(inertia: Point, rates: readonly number[], gravity: Point = [0, 0, 0]): FreeSolver {
  const sketch = weigh(new Sketch(1).body('packet'), 'packet', MASS, [0, 0, 0], [...inertia, 0, 0, 0])
  const { model, physics } = loosen(sketch, { gravity })
  const solver = new FreeSolver(model.mechanism, physics, [], model.home, Float64Array.of(0, ...rates), [], 0)
  if (!solver.start()) throw new Error(solver.problem!.message)
  return solver
}

/** Axes of the body in ground. */
const axesOf = ({ state }: FreeSolver): number[][] =>
  [0, 1, 2].map((axis) => [...state.world.subarray(6 * FRAME + 3 * axis, 6 * FRAME + 3 * axis + 3)])

/** Angular momentum in ground. */
function momentumOf(solver: FreeSolver, inertia: Point): number[] {
  const turn = solver.state.twist.subarray(36, 39)
  const sum = [0, 0, 0]
  axesOf(solver).forEach((axis, a) => {
    const along = inertia[a]! * axis.reduce((total, value, k) => total + value * turn[k]!, 0)
    axis.forEach((value, k) => (sum[k]! += along * value))
  })
  return sum
}

describe('a body in flight', () => {
  it.each([
    [7, 0],
    [-7, 0],
    [7, 1e-12],
    [-7, 1e-9],
    [7, 1e-4],
  ])(
    'that turns about the axis of its second turn at %d rad/s, but for %d, goes on beyond 90 degrees',
    (turn, off) => {
      const solver = fly([0.02, 0.02, 0.02], [0, 0, 0, off, turn, -off])
      const [wx, wy, wz] = solver.state.twist.subarray(36, 39)
      reach(solver, 2)
      // about an axis that stays, by the formula of Rodrigues
      const rate = Math.hypot(wx!, wy!, wz!)
      const [n, angle] = [[wx! / rate, wy! / rate, wz! / rate], 2 * rate]
      const [c, s] = [Math.cos(angle), Math.sin(angle)]
      const x = [
        c + (1 - c) * n[0]! * n[0]!,
        s * n[2]! + (1 - c) * n[0]! * n[1]!,
        -s * n[1]! + (1 - c) * n[0]! * n[2]!,
      ]
      // each of four passages costs some 1e-9, where turns are told poorly
      axesOf(solver)[0]!.forEach((value, k) => expect(value).toBeCloseTo(x[k]!, 7))
    },
  )

  it('that falls and tumbles keeps its momentum and its energy, and its centre goes along the parabola', () => {
    const inertia: Point = [0.01, 0.02, 0.03]
    const solver = fly(inertia, [0.3, 0, 0.4, 0.2, 9, 0.1], [0, 0, -G])
    const before = momentumOf(solver, inertia)
    const { kinetic, stored } = solver.energy
    let nearest = 1
    for (let time = 0.01; time < 2; time += 0.01) {
      reach(solver, time)
      nearest = Math.min(nearest, Math.abs(Math.cos(solver.state.q[5]!)))
    }
    reach(solver, 2)
    // it went through attitudes that its turns tell poorly
    expect(nearest).toBeLessThan(0.1)
    const after = momentumOf(solver, inertia)
    for (let k = 0; k < 3; k++) expect(after[k]).toBeCloseTo(before[k]!, 8)
    const now = solver.energy
    expect(now.kinetic + now.stored - kinetic - stored).toBeCloseTo(0, 7)
    const [px, py, pz] = solver.state.q.subarray(1, 4)
    expect(Math.hypot(px! - 0.6, py!, pz! - 0.8 + 2 * G)).toBeLessThan(1e-9)
  })
})
