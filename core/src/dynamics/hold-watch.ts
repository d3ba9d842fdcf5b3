/** Watches what friction at joints and limits hold: when something strikes, leaves or comes to a stand in a step that has been made. */
import { firstRoot } from '../maths/first-root'
import type { Equations } from '../mechanism/equations'
import type { MotionState } from '../mechanism/state'
import type { ForceReader } from './force-reader'
import type { FreeEquations } from './free-equations'
import { beyondLimit, excess, release, slides } from './holds'
import type { Hold } from './holds'
import { RESTING_RATE, TIGHT_INSTANT, TOUCHING_LIMIT } from './tolerances'

const SIDES = [1, -1] as const

/** Something sudden in a step; of what leaves, the side of the effort that would have to hold it. */
export type Sudden =
  | { readonly hold: Hold; readonly kind: 'strikes' | 'stands' }
  | { readonly hold: Hold; readonly kind: 'leaves'; readonly side: 1 | -1 }

export class HoldWatch {
  constructor(
    readonly holds: readonly Hold[],
    private readonly state: MotionState,
    private readonly equations: Equations,
    private readonly forces: ForceReader,
  ) {}

  /** Holds what stands still where friction or a limit may hold it. */
  begin(): void {
    const { holds, state, equations } = this
    for (const hold of holds) {
      const { link, friction, lower, upper } = hold
      const scale = equations.scale[link]
      const isStill = Math.abs(state.rate[link]) <= RESTING_RATE * scale
      // it may have been started before
      hold.rests = 0
      slides(hold, isStill ? 0 : state.rate[link] > 0 ? 1 : -1)
      if (isStill && Math.abs(state.q[link] - upper) <= TOUCHING_LIMIT * scale) hold.rests = 1
      else if (isStill && Math.abs(state.q[link] - lower) <= TOUCHING_LIMIT * scale) hold.rests = -1
      hold.isHeld = isStill && (friction !== null || hold.rests !== 0)
    }
  }

  /** Lets go of what would have to be held hardest beyond what can be. False where all that is held can be. */
  letGo(): boolean {
    let worst: { hold: Hold; side: 1 | -1 } | null = null
    let most = 0
    for (const hold of this.holds)
      for (const side of SIDES) {
        const beyond = hold.isHeld ? this.excessOf(hold, side) : 0
        if (beyond > most) [worst, most] = [{ hold, side }, beyond]
      }
    if (worst) release(worst.hold, worst.side)
    return worst !== null
  }

  private excessOf(hold: Hold, side: 1 | -1): number {
    const inverse = this.forces.efforts(this.state)
    if (!inverse) return 0
    const effort = inverse.efforts[hold.link]
    if (hold.friction?.needsCarried) this.forces.readResistance(this.state, hold.friction, effort)
    return excess(hold, effort, side)
  }

  /**
   * The first sudden thing in the last step; the motion stands at its instant then, else at the end of the step.
   * @param ratesBefore at the start of the step, by link
   */
  first(free: FreeEquations, ratesBefore: Float64Array): Sudden | null {
    const { holds, state, equations } = this
    const { ode } = free
    let found: Sudden | null = null
    let end = ode.time
    const seek = (sudden: Sudden, measure: () => number, to: number) => {
      const at = (time: number) => {
        free.look(time)
        return measure()
      }
      end = firstRoot(at, ode.before, to, TIGHT_INSTANT)
      found = sudden
    }
    for (let n = 0; n < holds.length; n++) {
      const hold = holds[n]
      const { link, way, isHeld } = hold
      const rate = () => state.rate[link]
      if (isHeld) {
        for (const side of SIDES)
          if (this.excessOf(hold, side) > 0)
            seek({ hold, kind: 'leaves', side }, () => this.excessOf(hold, side), end)
      } else {
        const turned = ratesBefore[link] * state.rate[link] < 0
        const slack = TOUCHING_LIMIT * equations.scale[link]
        if (beyondLimit(hold, state.q[link], state.rate[link]) > slack) {
          const side = Math.sign(state.rate[link])
          seek({ hold, kind: 'strikes' }, () => beyondLimit(hold, state.q[link], side), end)
        } else if (turned) {
          // it may have been beyond before it turned
          const side = Math.sign(ratesBefore[link])
          const turn = firstRoot((time) => (free.look(time), -side * rate()), ode.before, end, TIGHT_INSTANT)
          free.look(turn)
          if (beyondLimit(hold, state.q[link], side) > slack)
            seek({ hold, kind: 'strikes' }, () => beyondLimit(hold, state.q[link], side), turn)
        }
        if (way !== 0) {
          free.look(end)
          if (way * state.rate[link] < 0) seek({ hold, kind: 'stands' }, () => -way * rate(), end)
        }
      }
      free.look(end)
    }
    return found
  }

  /** Takes in what happened; others may have been turned round by a blow. */
  meet(sudden: Sudden, free: FreeEquations): void {
    const { state, holds, equations } = this
    const { hold } = sudden
    if (sudden.kind === 'leaves') release(hold, sudden.side)
    else if (sudden.kind === 'stands') {
      hold.isHeld = !free.forward.turnsRound(hold.link)
      slides(hold, hold.isHeld ? 0 : hold.way > 0 ? -1 : 1)
    } else {
      const scale = equations.scale[hold.link]
      const speed = Math.abs(state.rate[hold.link])
      const side = state.rate[hold.link] > 0 ? 1 : -1
      const comesBack = hold.restitution * speed > RESTING_RATE * scale
      free.strike(hold.link, comesBack ? -hold.restitution : 0)
      hold.rests = comesBack ? 0 : side
      hold.isHeld = !comesBack
      slides(hold, comesBack ? (side > 0 ? -1 : 1) : 0)
      for (const other of holds)
        if (other !== hold && !other.isHeld) slides(other, state.rate[other.link] > 0 ? 1 : -1)
    }
  }

  /** Strikes what rests on a limit and was pushed into it by a blow elsewhere. False where nothing was. */
  strikeBack(resting: readonly Hold[], free: FreeEquations): boolean {
    let isAny = false
    for (const hold of resting) {
      const scale = this.equations.scale[hold.link]
      const into = hold.rests * this.state.rate[hold.link]
      if (!(into > RESTING_RATE * scale)) continue
      free.strike(hold.link, hold.restitution * into > RESTING_RATE * scale ? -hold.restitution : 0)
      isAny = true
    }
    return isAny
  }
}
