/**
 * Forces of a run as probes read them: solved once for an instant, whoever asks, and reactions only where somebody asks for them.
 */
import type { Mechanism } from '../mechanism/compile'
import type { Equations } from '../mechanism/equations'
import type { MotionState } from '../mechanism/state'
import { AllReactions } from './all-reactions'
import type { Hold } from './holds'
import { InverseDynamics } from './inverse'
import type { Physics } from './physics'

/** What a stretch of a run is solved with. */
export interface Moving {
  readonly equations: Equations
  readonly redundant: readonly number[]
  readonly holds?: readonly Hold[]
}

export class ForceReader {
  private moving: Moving | null = null
  private inverse: InverseDynamics | null = null
  private reactions: AllReactions | null = null
  private solvedAt = -1
  private reactedAt = -1
  private isSolved = false

  constructor(
    readonly mechanism: Mechanism,
    readonly physics: Physics,
  ) {}

  /** Goes on with other equations. */
  begin(moving: Moving): void {
    this.moving = moving
    this.inverse = new InverseDynamics(moving.equations, this.physics, moving.holds)
    this.reactions = null
    this.solvedAt = this.reactedAt = -1
  }

  /** The rows that hold now. */
  get equations(): Equations | null {
    return this.moving?.equations ?? null
  }

  /** Efforts at the present motion; null where they are not known. */
  efforts(state: MotionState): InverseDynamics | null {
    const { inverse } = this
    if (!inverse) return null
    if (this.solvedAt !== state.count) {
      state.readMotion()
      this.isSolved = inverse.solve(state, state.time)
      this.solvedAt = state.count
    }
    return this.isSolved ? inverse : null
  }

  /** Reactions of all joints at the present motion; null where they are not known. */
  reactionsOf(state: MotionState): AllReactions | null {
    const inverse = this.efforts(state)
    if (!inverse || !this.moving) return null
    const { equations, redundant } = this.moving
    this.reactions ??= new AllReactions(this.mechanism, equations, redundant)
    if (this.reactedAt !== state.count) {
      inverse.readReactions(state)
      this.reactions.read(state, inverse)
      this.reactedAt = state.count
    }
    return this.reactions
  }
}
