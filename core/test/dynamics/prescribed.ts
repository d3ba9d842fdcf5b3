/** Forces of prescribed motions of sketches: the motors of their scenario, solved frame by frame. */
import { InverseDynamics } from '../../src/dynamics/inverse'
import { Loads } from '../../src/dynamics/loads/loads'
import type { ActingLoad } from '../../src/dynamics/loads/loads'
import { bodyMasses, linkMasses } from '../../src/dynamics/masses'
import { physics } from '../../src/dynamics/physics'
import type { Physics } from '../../src/dynamics/physics'
import { JointReaction } from '../../src/dynamics/reactions'
import type { Mechanism } from '../../src/mechanism/compile'
import { coursesOf, planScenario } from '../../src/motion/plan'
import { linkCourse } from '../../src/solve/following'
import { Solver } from '../../src/solve/solver'
import type { Sketch } from '../sketch'
import { G, linkOf } from './free'

export interface Forces {
  readonly solver: Solver
  readonly inverse: InverseDynamics
  readonly physics: Physics
  /** Moves on to a time and finds the forces there. */
  at(time: number): void
  /** Along a joint's only freedom, or the one named behind a slash [N m, N]. */
  effort(joint: string): number
  /** What the first body of a joint does to the second: moment about the ground's origin, force. */
  reaction(joint: string): Float64Array
}

export function forcesOf(
  sketch: Sketch,
  gravity: readonly [number, number, number] = [0, -G, 0],
  loads: (mechanism: Mechanism) => readonly ActingLoad[] = () => [],
): Forces {
  const { mechanism, scenarios, home } = sketch.open()
  const plan = planScenario(mechanism, scenarios[0], home)
  if (!plan.ok) throw new Error(plan.problems[0].message)
  const courses = coursesOf(plan.value.drivers)
  if (!courses.ok) throw new Error(courses.problems[0].message)
  const drives = scenarios[0].drivers.map(({ link, driver, reading }) => ({
    link,
    evaluate: linkCourse(courses.value.get(driver)!, reading!.constant),
  }))
  const solver = new Solver(mechanism, drives, home)
  const masses = linkMasses(mechanism, bodyMasses(mechanism))
  const acting = physics(mechanism, masses, new Loads(Float64Array.from(gravity), loads(mechanism)))
  const inverse = new InverseDynamics(solver.equations, acting)
  let begun = false
  return {
    solver,
    inverse,
    physics: acting,
    at(time) {
      const isOn = begun || solver.start()
      begun = true
      if (!isOn || !solver.advance(time)) throw new Error(solver.problem!.message)
      solver.state.readMotion()
      if (!inverse.solve(solver.state, time)) throw new Error('no forces')
      inverse.readReactions(solver.state)
    },
    effort: (joint) => inverse.efforts[linkOf(mechanism, joint)],
    reaction: (joint) => {
      const index = mechanism.geometry.joints.findIndex(({ source }) => source.id === joint)
      const reaction = new JointReaction(mechanism, solver.equations, index)
      reaction.read(solver.state, inverse)
      return reaction.wrench
    },
  }
}
