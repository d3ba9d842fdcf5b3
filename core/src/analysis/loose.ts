/**
 * Loose motions: what nothing holds, as vectors of coordinate rates and in words. One for each free coordinate: it moves
 * with a unit rate and whatever follows it answers.
 */
import type { Mechanism } from '../mechanism/compile'
import { Reader } from '../mechanism/reading'
import { Solver } from '../solve/solver'
import { listed } from '../wording'
import { STILL } from './tolerances'

export interface LooseMotion {
  /** The link that moves with a unit rate, and its joint by id; null for a body that nothing ties. */
  readonly link: number
  readonly joint: string | null
  /** Rates of all link coordinates [rad/s or m/s]. */
  readonly rates: Float64Array
  /** "Rocker pivot can turn; Crank pin and Rocker pin follow". */
  readonly sentence: string
}

/** @param q assembled coordinates; @param driven links that drivers hold */
export function looseMotions(
  mechanism: Mechanism,
  q: Float64Array,
  driven: readonly number[] = [],
): LooseMotion[] {
  const still = (link: number) => ({
    link,
    evaluate: (_: number, out: Float64Array) => {
      out[0] = q[link]
      out[1] = 0
      out[2] = 0
    },
  })
  const free = new Solver(mechanism, driven.map(still), q).parked
  return free.map((moving) => {
    const drives = [...driven, ...free].map((link) => ({
      link,
      evaluate: (time: number, out: Float64Array) => {
        const rate = link === moving ? 1 : 0
        out[0] = q[link] + rate * time
        out[1] = rate
        out[2] = 0
      },
    }))
    const solver = new Solver(mechanism, drives, q)
    solver.start()
    const joint = mechanism.linkJoint[moving]
    return {
      link: moving,
      joint: joint < 0 ? null : mechanism.geometry.joints[joint].source.id,
      rates: solver.state.rate.slice(),
      sentence: sentenceOf(mechanism, solver, moving),
    }
  })
}

function sentenceOf(mechanism: Mechanism, solver: Solver, moving: number): string {
  const { geometry, coordinates, linkJoint, linkBody, floating } = mechanism
  const reader = new Reader(mechanism, coordinates)
  reader.read(solver.state, 0)
  const largest = Math.max(STILL, ...reader.rates.map(Math.abs))
  const movingJoint = linkJoint[moving]
  const follows = new Set<string>()
  coordinates.forEach(({ joint }, c) => {
    if (joint !== movingJoint && Math.abs(reader.rates[c]) > STILL * largest) {
      follows.add(geometry.joints[joint].source.name)
    }
  })
  const body = geometry.bodies[linkBody[moving]].source.name
  if (movingJoint < 0) {
    const loose = floating.includes(linkBody[moving]) ? 'nothing ties it to ground' : 'it rides on a path'
    return `${body} can move by itself: ${loose}`
  }
  const coordinate = coordinates.find(({ link }) => link === moving)!
  const { source } = geometry.joints[movingJoint]
  const verb = coordinate.dimension === 'length' ? 'slide' : 'turn'
  const which = geometry.joints[movingJoint].type.freedoms.length > 1 ? ` (${coordinate.freedom.name})` : ''
  const names = [...follows]
  const rest =
    names.length === 0 ? 'nothing follows' : `${listed(names)} ${names.length === 1 ? 'follows' : 'follow'}`
  return `${body} can ${verb} at ${source.name}${which}; ${rest}`
}
