/**
 * What a set of driven coordinates does to a mechanism at its home pose: which driver is one too many, what each
 * joint does (drives, follows, parked), and how many free motions stay undriven.
 */
import type { Problem } from '../result'
import type { Mechanism } from './compile'
import { CoordinateReader } from './coordinates'
import { rankWith } from './mobility'
import { Solver } from './solver'

/** `holds`: a joint without freedoms, which binds its bodies as one. */
export type JointState = 'drives' | 'follows' | 'parked' | 'holds' | 'suspended'

/** A driver by its coordinate's link, with the joint it stands on. */
export interface Driven {
  readonly link: number
  readonly driver: string
  readonly joint: string
  readonly jointName: string
}

/** Rates below this (in rad/s or sizes per second, for driver rates near 1) count as standing still. */
const STILL = 1e-9

/**
 * The first driver whose coordinate the ones before it determine already, or null.
 * Error: `driver-too-many`, named before anything is solved.
 */
export function driverTooMany(
  mechanism: Mechanism,
  q: Float64Array,
  drivers: readonly Driven[],
): Problem | null {
  const known = new Uint8Array(mechanism.links)
  let rank = rankWith(mechanism, q, known)
  for (let k = 0; k < drivers.length; k++) {
    const { link, driver, joint, jointName } = drivers[k]
    const twice = known[link] === 1
    known[link] = 1
    const next = rankWith(mechanism, q, known)
    if (twice || next < rank) {
      const others = drivers.slice(0, k).map((d) => d.jointName)
      const why =
        others.length === 0
          ? 'cannot move at all: the other joints hold it'
          : `is driven already by way of ${[...new Set(others)].join(' and ')}`
      return {
        code: 'driver-too-many',
        message: `One driver too many: ${jointName} ${why}. Take one of the drivers away.`,
        ids: [driver, joint],
      }
    }
    rank = next
  }
  return null
}

/** What every joint of the document does when the given links are driven, by joint id. */
export function jointStates(
  mechanism: Mechanism,
  q: Float64Array,
  driven: readonly Driven[],
): Record<string, JointState> {
  const { geometry, coordinates, size } = mechanism
  // Uneven rates, so that two drivers do not cancel by chance.
  const drives = driven.map(({ link }, k) => ({
    link,
    evaluate: (time: number, out: Float64Array) => {
      const rate = 1 + Math.SQRT2 * k
      out[0] = q[link] + rate * time
      out[1] = rate
      out[2] = 0
    },
  }))
  const solver = new Solver(mechanism, drives, q)
  const started = solver.start()
  const reader = new CoordinateReader(mechanism)
  reader.read(solver.state, 0)
  const states: Record<string, JointState> = {}
  for (const { source, type } of geometry.joints) {
    states[source.id] = source.suspended ? 'suspended' : type.freedoms.length === 0 ? 'holds' : 'parked'
  }
  const drivenLinks = new Set(driven.map((d) => d.link))
  coordinates.forEach(({ joint, link, freedom }, c) => {
    const id = geometry.joints[joint].source.id
    if (drivenLinks.has(link)) states[id] = 'drives'
    else if (started && states[id] !== 'drives') {
      if (Math.abs(reader.rates[c]) > STILL * (freedom.motion === 'slide' ? size : 1)) states[id] = 'follows'
    }
  })
  return states
}
