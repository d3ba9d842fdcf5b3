/** What closed contacts do in a free motion: forces that keep gaps closed and what sticks from sliding, as a load among the others. */
import type { MotionState } from '../../mechanism/state'
import type { ForwardDynamics } from '../forward'
import type { ActingLoad } from '../loads/loads'
import { ContactBalance } from './balance'
import type { Meeting } from './meeting'
import { ContactResponse } from './response'

export class ContactForces implements ActingLoad {
  readonly id = 'contacts'
  readonly name = 'Contacts'
  /** Where bodies touch now. */
  closed: readonly Meeting[] = []
  /** Whether they do nothing, to see what happens without them. */
  isMuted = false
  readonly response: ContactResponse
  private readonly balance = new ContactBalance()
  private right = new Float64Array(0)
  private forces = new Float64Array(0)
  /** Accelerations of the independent links without forces of contacts, by link. */
  private readonly unforced: Float64Array

  constructor(links: number) {
    this.response = new ContactResponse(links)
    this.unforced = new Float64Array(links)
  }

  apply(_: MotionState, __: number, wrenches: Float64Array): void {
    if (!this.isMuted) for (const meeting of this.closed) meeting.addForces(wrenches)
  }

  energy(): number {
    return 0
  }

  /** Friction takes power, and so does what closes or opens. */
  loss(): number {
    let sum = 0
    for (const { normal, tangential, sideways, gapRate, slipRate, sideRate } of this.closed)
      sum -= normal * gapRate + tangential * slipRate + sideways * sideRate
    return sum
  }

  /** Places, rates and what answers to forces; after `forward.accelerate` with nothing from contacts, and `complete` unless it is unforced. */
  read(forward: ForwardDynamics, state: MotionState): void {
    const { closed, response } = this
    for (let k = 0; k < closed.length; k++) {
      closed[k].place(state)
      closed[k].readRates(state)
      closed[k].readChanges(state)
    }
    this.unforced.set(state.acceleration)
    response.read(forward, state, closed)
    if (forward.isUnforced) {
      const { acceleration } = state
      let d = 0
      for (const meeting of closed) {
        meeting.gapChange += response.along(d++, acceleration, forward.independent)
        meeting.slipChange += response.along(d++, acceleration, forward.independent)
        if (meeting.alongSide) meeting.sideChange += response.along(d++, acceleration, forward.independent)
      }
    }
    if (this.right.length < response.n) {
      this.right = new Float64Array(response.n)
      this.forces = new Float64Array(response.n)
    }
  }

  /** Changes of gaps and of sliding without forces of contacts, by direction; of outlines. */
  changes(): Float64Array {
    const { closed, right } = this
    for (let k = 0; k < closed.length; k++) {
      right[2 * k] = closed[k].gapChange
      right[2 * k + 1] = closed[k].slipChange
    }
    return right
  }

  /** Rates of gaps and of sliding, by direction; of outlines. */
  rates(): Float64Array {
    const { closed, right } = this
    for (let k = 0; k < closed.length; k++) {
      right[2 * k] = closed[k].gapRate
      right[2 * k + 1] = closed[k].slipRate
    }
    return right
  }

  /** Finds the forces, and the accelerations of the independent links with them; after `read`, and whatever was found since. */
  act({ independent }: ForwardDynamics, { acceleration }: MotionState): void {
    const { closed, response, balance, forces, unforced } = this
    balance.solve(response, closed, this.changes(), forces)
    for (let k = 0; k < closed.length; k++) {
      closed[k].normal = forces[2 * k]
      closed[k].tangential = forces[2 * k + 1]
    }
    for (let k = 0; k < independent.length; k++) acceleration[independent[k]] = unforced[independent[k]]
    response.addTo(acceleration, forces, independent)
  }

  /** What they do to a motion of all links [W]. */
  powerAlong(twists: Float64Array): number {
    const { closed } = this
    let sum = 0
    for (let k = 0; k < closed.length; k++) sum += closed[k].powerAlong(twists)
    return sum
  }

  /** Takes gaps out of the coordinates of the independent links, or what opens and slides out of their rates; after `read`. */
  takeOut(what: 'gaps' | 'rates', forward: ForwardDynamics, state: MotionState): void {
    const { closed, response, balance, forces, right } = this
    if (what === 'rates') this.rates()
    else
      for (let k = 0; k < closed.length; k++) {
        right[2 * k] = closed[k].gap
        right[2 * k + 1] = 0
      }
    balance.solve(response, closed, right, forces, false)
    response.addTo(what === 'rates' ? state.rate : state.q, forces, forward.independent)
  }
}
