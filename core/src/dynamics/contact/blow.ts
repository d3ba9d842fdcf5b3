/**
 * Shares out a blow among all bodies that touch, by Poisson's law: what presses while bodies come together presses again, by their
 * restitution, while they part. Everything may stick in a blow, and slides where friction is too weak for that.
 * Source: Pfeiffer & Glocker, Multibody Dynamics with Unilateral Contacts, chapter 8.
 */
import { locks } from '../../contact/contact-problems'
import type { Mechanism } from '../../mechanism/compile'
import type { Problem } from '../../result'
import type { FreeEquations } from '../free-equations'
import { choose } from './choice'
import type { Asked } from './choice'
import { clings } from './clings'
import type { ContactForces } from './contact-forces'
import type { Meeting } from './meeting'
import { GENTLE_SPEED, RESTING_SPEED, SHORTEST_FLIGHT, STICKING_SPEED } from './tolerances'

/** Changes the rates by impulses where bodies touch. Codes: `contact-locks`, `contact-jams`. */
export function shareBlow(
  mechanism: Mechanism,
  free: FreeEquations,
  forces: ContactForces,
  time: number,
): Problem | null {
  const at = free.contacts!
  if (!at.read(time)) return null
  const { closed, response } = forces
  const { size } = mechanism
  const stuck = closed.find(({ gapRate }, k) => response.scale[2 * k] === 0 && gapRate < -GENTLE_SPEED * size)
  if (stuck) return locks(mechanism, stuck.on, [], time)
  const before = forces.rates().slice(0, response.n)
  const compression = choose(response, before, closed.map(inBlow(0)))
  if (!compression) return clings(mechanism, closed, time)
  at.strike(compression.forces)
  for (const meeting of closed) meeting.readRates(free.state)
  const again = closed.map((meeting, k) => {
    const { restitution } = meeting.law
    const hasFlown = time - meeting.struckAt > SHORTEST_FLIGHT
    const isFelt = hasFlown && -before[2 * k] * restitution > RESTING_SPEED * size
    meeting.struckAt = time
    return inBlow(isFelt ? restitution * compression.forces[2 * k] : 0)(meeting)
  })
  if (again.some(({ least }) => least > 0)) {
    const expansion = choose(response, forces.rates().slice(0, response.n), again)
    if (!expansion) return clings(mechanism, closed, time)
    at.strike(expansion.forces)
  }
  for (const meeting of closed) {
    meeting.readRates(free.state)
    meeting.findWay(STICKING_SPEED * size)
  }
  return null
}

/** @param least impulse */
const inBlow =
  (least: number) =>
  ({ law }: Meeting): Asked => ({ coefficient: law.kineticFriction, slides: null, least })
