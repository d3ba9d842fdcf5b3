/**
 * A step that goes straight on, where motion is too sudden for smooth ones: half of it by the rates that there are, then these change, and
 * the other half by the new ones. Looked at between, rates change evenly.
 */
import type { Dop853 } from '../maths/ode/dop853'
import type { MotionState } from '../mechanism/state'
import type { Inputs } from '../solve/inputs'
import type { System, SystemFailure } from '../solve/system'
import type { ForwardDynamics } from './forward'
import type { TossedBodies } from './tossed'

export interface LeapingOn {
  readonly setting: { readonly state: MotionState; readonly inputs: Inputs }
  readonly system: System
  readonly forward: ForwardDynamics
  readonly ode: Dop853
  /** Links whose coordinates are integrated. */
  readonly carried: Int32Array
  /** Bodies that nothing holds. */
  readonly tossed: TossedBodies
}

export class Leap {
  /** Whether the last step was one. */
  isLast = false
  /** Accelerations of the independent links, the same over the whole step. */
  private readonly even: Float64Array
  private readonly ends: Float64Array

  constructor(private readonly on: LeapingOn) {
    this.even = new Float64Array(on.forward.independent.length)
    this.ends = new Float64Array(on.ode.n)
  }

  /** Whether smooth steps get lost: coordinates of a body that nothing holds are about to have no rates. */
  get isNeeded(): boolean {
    const { tossed, setting } = this.on
    return tossed.areNearPole(setting.state)
  }

  /** Begins where everything stands now, at the present rates. */
  begin(time: number): void {
    const { ode } = this.on
    this.write(ode.y)
    ode.stand(time)
  }

  /** Writes the present coordinates and rates as they are integrated. */
  write(out: Float64Array): void {
    const { carried, forward, setting } = this.on
    const { independent } = forward
    const { q, rate } = setting.state
    for (let k = 0; k < carried.length; k++) out[k] = q[carried[k]]
    for (let k = 0; k < independent.length; k++) out[carried.length + k] = rate[independent[k]]
  }

  /** Goes on by the present rates, and closes what is there. @returns why it cannot be closed */
  drift(duration: number, to: number): SystemFailure | null {
    const { carried, setting, system, forward, tossed } = this.on
    const { state, inputs } = setting
    forward.moveOn()
    for (const link of carried) if (!tossed.has[link]) state.q[link] += duration * state.rate[link]
    tossed.drift(state, duration)
    inputs.prescribe(to)
    return system.close()
  }

  /** Keeps what acts now, for `kick`. */
  readPush(): void {
    const { setting, tossed } = this.on
    tossed.readPush(setting.state)
  }

  /** Changes rates by what acts over a time [s]. */
  kick(duration: number): void {
    const { forward, setting, tossed } = this.on
    const { state } = setting
    tossed.kick(state, duration)
    for (const link of forward.independent)
      if (!tossed.has[link]) state.rate[link] += duration * state.acceleration[link]
    forward.moveOn()
    forward.complete()
  }

  /**
   * Ends the step where everything stands now.
   * @param lost what loads took in it [J]
   */
  end(to: number, lost: number): void {
    const { carried, ode } = this.on
    const { ends, even } = this
    const duration = to - ode.time
    this.write(ends)
    for (let k = 0; k < even.length; k++) {
      const at = carried.length + k
      even[k] = (ends[at] - ode.y[at]) / duration
    }
    ends[ode.n - 2] = ode.y[ode.n - 2] + lost
    ends[ode.n - 1] = ode.y[ode.n - 1]
    ode.leap(to, ends)
    this.isLast = true
  }

  /** What drivers brought in during the step, which only the balance of energies tells [J]. */
  bringIn(energy: number): void {
    const { ode } = this.on
    ode.y[ode.n - 1] += energy
  }

  /** Accelerations at an instant of the step; after those have been found that would be there without contacts. */
  accelerate(): void {
    const { forward, setting } = this.on
    forward.independent.forEach((link, k) => {
      setting.state.acceleration[link] = this.even[k]
    })
  }
}
