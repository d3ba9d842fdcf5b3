/**
 * The equations of a free motion where bodies touch: how contacts answer at the present motion, and what moves or strikes bodies there.
 * What has been read stays right as long as nothing moves.
 */
import type { MotionState } from '../../mechanism/state'
import type { ForwardDynamics } from '../forward'
import type { ContactForces } from './contact-forces'
import type { Meeting } from './meeting'

/** Rounds in which gaps are taken out. */
const MOST_ROUNDS = 4

export class AtContacts {
  /** What blows took [J]. */
  lost = 0
  /** When contacts were read last [s], at which count of moves, and which. */
  private readAt = -Infinity
  private readMoves = -1
  private closed: readonly Meeting[] | null = null

  constructor(
    private readonly forces: ContactForces,
    private readonly state: MotionState,
    private readonly forward: ForwardDynamics,
    /** Closes everything at a time; false where it cannot. */
    private readonly close: (time: number) => boolean,
  ) {}

  get touch(): boolean {
    return this.forces.closed.length > 0
  }

  /**
   * What touches at the present coordinates and rates, without forces there, and how it answers to them. False where there are no
   * accelerations.
   */
  read(time: number): boolean {
    const { forward, forces } = this
    if (this.readAt === time && this.readMoves === forward.moves && this.closed === forces.closed) return true
    forward.needsResponses = true
    if (!this.close(time) || !this.readAnew(time)) return false
    ;[this.readAt, this.readMoves, this.closed] = [time, forward.moves, forces.closed]
    return true
  }

  /** The same at a closed position, whether anything has moved or not. */
  readAnew(time: number): boolean {
    const { forward, forces, state } = this
    forces.isMuted = true
    const isFound = forward.accelerate(time)
    forces.isMuted = false
    if (!isFound) return false
    if (!forward.isUnforced) forward.complete()
    forces.read(forward, state)
    return true
  }

  /** Accelerations of the independent links with the forces of contacts; after `read`. */
  act(): void {
    this.forces.act(this.forward, this.state)
  }

  /** Impulses where it touches, by direction; after `read`. */
  strike(impulses: Float64Array): void {
    const { forward, forces, state } = this
    const before = forward.kineticEnergy
    forces.response.addTo(state.rate, impulses, forward.independent)
    forward.moveOn()
    forward.complete()
    this.lost += before - forward.kineticEnergy
  }

  /** Moves where it touches as forces there would, by direction; after `read`. */
  move(by: Float64Array, time: number): void {
    const { forward, forces, state } = this
    forces.response.addTo(state.q, by, forward.independent)
    this.close(time)
  }

  /** Takes gaps out of positions, up to what may be left [m]. False where there are no accelerations. */
  takeOutGaps(time: number, most: number): boolean {
    const { forward, forces, state } = this
    for (let round = 0; round < MOST_ROUNDS; round++) {
      if (!this.read(time)) return false
      if (forces.closed.every(({ gap }) => Math.abs(gap) <= most)) break
      forces.takeOut('gaps', forward, state)
      forward.moveOn()
    }
    return true
  }

  /** Takes what opens, and slides though it sticks, out of rates; after `takeOutGaps`. @param most that may be left [m/s] */
  takeOutRates(most: number): void {
    const { forward, forces, state } = this
    if (forces.closed.every((meeting) => meeting.fault <= most)) return
    forces.takeOut('rates', forward, state)
    forward.moveOn()
  }
}
