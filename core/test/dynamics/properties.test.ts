/** What must hold for every mechanism: balances of power and of forces, and the same motion by efforts as by prescription. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { JointReaction } from '../../src/dynamics/reactions'
import { INERTIA, linkMasses, bodyMasses, neededWrench, placeInertias } from '../../src/dynamics/masses'
import type { ActingLoad } from '../../src/dynamics/loads/loads'
import { GAUSS } from '../../src/maths/gauss-legendre'
import '../property-seed'
import { free, linkOf, reach } from './free'
import { forcesOf } from './prescribed'
import type { Forces } from './prescribed'
import { drivenRandomly, randomLoop, randomTree } from './random-mechanisms'

const SEEDS = fc.sample(fc.integer({ min: 1, max: 1e6 }), 6)
const NODES = [...GAUSS].sort(([a], [b]) => a - b)
const GRAVITY = [1.2, -9.1, 3.3] as const
const machines = SEEDS.flatMap((one) => [
  { words: `tree ${one}`, make: () => randomTree(one), seed: one },
  { words: `loop ${one}`, make: () => randomLoop(one), seed: one },
])

/** Sum of the drivers' powers at the present motion [W]. */
function powerOf({ solver, inverse }: Forces): number {
  return solver.state.all.reduce(
    (sum, link) => sum + (solver.driven[link] ? inverse.efforts[link] * solver.state.rate[link] : 0),
    0,
  )
}

describe.each(machines)('$words', ({ make, seed: own }) => {
  it('power of the drivers is what the energy gains', () => {
    const forces = forcesOf(drivenRandomly(make(), own), GRAVITY)
    const energy = () => {
      const { inverse, solver } = forces
      return inverse.kineticEnergy(solver.state) + inverse.potentialEnergy(solver.state)
    }
    forces.at(0)
    const before = energy()
    const step = 0.05
    let work = 0
    let most = 0
    for (let k = 0; k < 6; k++)
      for (const [x, weight] of NODES) {
        forces.at(step * (k + x))
        work += step * weight * powerOf(forces)
        most = Math.max(most, Math.abs(energy() - before))
      }
    forces.at(6 * step)
    expect(Math.abs(work - (energy() - before))).toBeLessThan(1e-8 * Math.max(1, most))
  })

  it('every body is in balance', () => {
    const forces = forcesOf(drivenRandomly(make(), own), GRAVITY)
    forces.at(0.23)
    const { solver, inverse } = forces
    const { mechanism, state, equations } = solver
    const { geometry, bodyLink, linkJoint } = mechanism
    const inertia = new Float64Array(INERTIA * mechanism.links)
    placeInertias(linkMasses(mechanism, bodyMasses(mechanism)), state.world, inertia)
    const sums = geometry.bodies.map((_, b) => {
      const needed = new Float64Array(6)
      const link = bodyLink[b]
      if (link > 0)
        neededWrench(
          inertia,
          INERTIA * link,
          state.twist,
          6 * link,
          state.twistRate,
          6 * link,
          Float64Array.from(GRAVITY),
          needed,
          0,
        )
      return needed
    })
    geometry.joints.forEach((joint, j) => {
      const reaction = new JointReaction(mechanism, equations, j)
      reaction.read(state, inverse)
      const link = linkJoint.indexOf(j)
      for (let k = 0; k < 6; k++) {
        let wrench = reaction.wrench[k]
        // what drives acts between both bodies, too
        if (link >= 0 && solver.driven[link]) {
          const isTurn = joint.source.kind === 'revolute'
          const screw = state.screw.subarray(6 * link, 6 * link + 6)
          const o = state.world.subarray(12 * link + 9, 12 * link + 12)
          const [fx, fy, fz] = screw.subarray(3)
          const push = isTurn
            ? [screw[0], screw[1], screw[2], 0, 0, 0]
            : [o[1] * fz - o[2] * fy, o[2] * fx - o[0] * fz, o[0] * fy - o[1] * fx, fx, fy, fz]
          wrench += mechanism.linkSign[link] * inverse.efforts[link] * push[k]
        }
        sums[joint.to.body][k] -= wrench
        sums[joint.from.body][k] += wrench
      }
    })
    const moving = sums.filter((_, b) => bodyLink[b] > 0)
    for (const sum of moving) for (const value of sum) expect(Math.abs(value)).toBeLessThan(1e-9)
  })

  it('a free run with the efforts of a prescribed one goes where that goes', () => {
    const end = 0.25
    const sketch = drivenRandomly(make(), own)
    const forces = forcesOf(sketch, GRAVITY)
    const driven = [...forces.solver.state.all].filter((link) => forces.solver.driven[link])
    // efforts between nodes by Chebyshev's interpolation, which is exact enough for what is smooth
    const n = 48
    const nodes = Array.from({ length: n + 1 }, (_, k) => (end / 2) * (1 - Math.cos((Math.PI * k) / n)))
    const table = nodes.map((time) => {
      forces.at(time)
      return driven.map((link) => forces.inverse.efforts[link])
    })
    const between = (time: number, column: number) => {
      let [above, below] = [0, 0]
      for (let k = 0; k <= n; k++) {
        const gap = time - nodes[k]
        if (gap === 0) return table[k][column]
        const weight = ((k % 2 === 0 ? 1 : -1) * (k === 0 || k === n ? 0.5 : 1)) / gap
        above += weight * table[k][column]
        below += weight
      }
      return above / below
    }
    const names = sketch.document.joints.map(({ id }) => id)
    const wanted = names.map((name) => [name, linkOf(forces.solver.mechanism, name)] as const)
    const effort: ActingLoad = {
      id: 'efforts',
      name: 'Efforts',
      apply: (_, time, __, efforts) => driven.forEach((link, k) => (efforts[link] += between(time, k))),
      energy: () => 0,
      loss: () => 0,
    }
    // the same tree, since the drivers stay in the document
    const solver = reach(free(sketch, { gravity: GRAVITY, loads: () => [effort], accuracy: 1e-12 }), end)
    for (const [name, link] of wanted)
      if (link >= 0)
        expect(Math.abs(solver.state.q[link] - forces.solver.state.q[link]), name).toBeLessThan(1e-7)
    // loops stay closed
    solver.equations.rows.forEach((_, row) =>
      expect(Math.abs(solver.equations.residual(solver.state, row))).toBeLessThan(1e-9),
    )
  })
})
