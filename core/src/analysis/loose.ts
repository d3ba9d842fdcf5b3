/**
 * Loose motions: what nothing holds, as vectors of coordinate rates and in words. One for each free coordinate: it moves
 * with a unit rate and whatever follows it answers.
 */
import { constant } from '../maths/time-function'
import type { Mechanism } from '../mechanism/compile'
import { Reader } from '../mechanism/reading'
import type { Row } from '../mechanism/rows'
import type { PrescribedLink } from '../solve/inputs'
import { Solver } from '../solve/solver'
import { valuesOf } from './driving'
import type { Driven } from './driving'
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

/** @param q assembled coordinates; @param driven drivers, which hold what they drive */
export function looseMotions(
  mechanism: Mechanism,
  q: Float64Array,
  driven: readonly Driven[] = [],
): LooseMotion[] {
  const rows = driven.flatMap(({ rows: mine }) => mine)
  const stands = valuesOf(mechanism, q, rows)
  const held = rows.map((row, k): Row => ({ ...row, target: constant(stands[k]) }))
  const links = driven.flatMap(({ link }) => (link >= 0 ? [link] : []))
  const still = (link: number): PrescribedLink => ({ link, evaluate: constant(q[link]) })
  const free = new Solver(mechanism, links.map(still), q, held).parked
  return free.map((moving) => {
    const drives = [...links, ...free].map((link) => ({
      link,
      evaluate: (time: number, out: Float64Array) => {
        const rate = link === moving ? 1 : 0
        out[0] = q[link] + rate * time
        out[1] = rate
        out[2] = 0
      },
    }))
    const solver = new Solver(mechanism, drives, q, held)
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

/** Loose motions, those of one body that nothing ties to ground told as one, with the links of each. */
export function gatheredMotions(
  { linkJoint, linkBody, floating, geometry }: Mechanism,
  motions: readonly LooseMotion[],
): { readonly links: readonly number[]; readonly joint: string | null; readonly sentence: string }[] {
  const bodyOf = ({ link }: LooseMotion): number =>
    linkJoint[link] < 0 && floating.includes(linkBody[link]) ? linkBody[link] : -1
  const told = new Set<number>()
  return motions.flatMap((motion) => {
    const body = bodyOf(motion)
    if (body < 0) return [{ links: [motion.link], joint: motion.joint, sentence: motion.sentence }]
    if (told.has(body)) return []
    told.add(body)
    const links = motions.filter((other) => bodyOf(other) === body).map(({ link }) => link)
    const { name } = geometry.bodies[body].source
    const ways = links.length === 1 ? 'one way' : `${COUNTS[links.length]} ways`
    return [{ links, joint: null, sentence: `${name} is loose, ${ways}: nothing ties it to ground` }]
  })
}

const COUNTS = ['no', 'one', 'two', 'three', 'four', 'five', 'six']

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
