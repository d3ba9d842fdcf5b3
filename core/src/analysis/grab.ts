/** Grabbing a body by a point: what may move then, and what is held. */
import { TURNS } from '../mechanism/chain'
import type { Mechanism } from '../mechanism/compile'
import { contactPairs } from '../contact/pairs'
import type { MotionState } from '../mechanism/state'
import { Dragger } from '../solve/drag'
import { PushingDragger } from './push-drag'
import { looseMotions } from './loose'
import { STRONGER } from './tolerances'

/** What is grabbed: it goes as near to a target in ground as it can, and says how far it stays from it [m]. */
export interface Grabbed {
  readonly state: MotionState
  to(target: readonly [number, number, number]): number
}

/**
 * @param q assembled coordinates; @param point in the frame of the body [m]
 * @param alone holds every free motion but the one of the joint that carries the body
 */
export function grab(
  mechanism: Mechanism,
  q: Float64Array,
  body: number,
  point: readonly [number, number, number],
  alone = false,
): Grabbed {
  const held = alone ? allBut(mechanism, q, body) : upright(mechanism)
  return contactPairs(mechanism).length > 0
    ? new PushingDragger(mechanism, q, body, point, held)
    : new Dragger(mechanism, q, body, point, held)
}

/** Links that turn a body which nothing ties to ground: it is carried about, not tumbled. */
function upright(mechanism: Mechanism): number[] {
  const { linkJoint, linkMotion, linkPath, links } = mechanism
  const held: number[] = []
  for (let link = 1; link < links; link++)
    if (linkJoint[link] < 0 && linkMotion[link] === TURNS && !linkPath.has(link)) held.push(link)
  return held
}

/** The free motions that do not move the joint carrying the body, and all but the strongest of those that do. */
function allBut(mechanism: Mechanism, q: Float64Array, body: number): number[] {
  const carrying = mechanism.bodyLink[body]
  const free = looseMotions(mechanism, q)
  let strongest = -1
  for (const [k, { rates }] of free.entries()) {
    const best = strongest < 0 ? 0 : Math.abs(free[strongest].rates[carrying])
    if (Math.abs(rates[carrying]) > best + STRONGER) strongest = k
  }
  return free.flatMap(({ link }, k) => (k === strongest ? [] : [link]))
}
