/**
 * Forces of a run as probes read them: solved once for an instant, whoever asks, and reactions only where somebody asks for them.
 * Friction of coordinates that are prescribed, or that rows determine, is found here from the way they move.
 */
import type { Mechanism } from '../mechanism/compile'
import type { Equations } from '../mechanism/equations'
import type { MotionState } from '../mechanism/state'
import { CompliantContacts } from './contact/compliant'
import { ContactForces } from './contact/contact-forces'
import type { Meeting } from './contact/meeting'
import { AllReactions } from './all-reactions'
import { carriedForce, frictionsOf, readResistance, settleFriction, slideOf, wayOf } from './dry-friction'
import type { DryFriction, Sliding } from './dry-friction'
import type { Hold } from './holds'
import { InverseDynamics } from './inverse'
import type { Physics } from './physics'
import type { CarriedForce } from './loads/friction-law'
import { JointReaction } from './reactions'

/** What a stretch of a run is solved with. */
export interface Moving {
  readonly equations: Equations
  readonly redundant: readonly number[]
  /** Coordinates whose friction belongs to what moves it. */
  readonly holds?: readonly Hold[]
}

export class ForceReader {
  private moving: Moving | null = null
  private inverse: InverseDynamics | null = null
  private reactions: AllReactions | null = null
  private solvedAt = -1
  private carriedAt = -1
  private reactedAt = -1
  private isSolved = false
  /** Coordinates whose friction is found here. */
  private rubbing: readonly Sliding[] = []
  private readonly ofJoint = new Map<number, JointReaction>()
  private readonly carried: CarriedForce = { axial: 0, radial: 0 }

  constructor(
    readonly mechanism: Mechanism,
    public physics: Physics,
  ) {}

  /** Goes on with other equations, and with other loads where they are given. */
  begin(moving: Moving, physics = this.physics): void {
    const holds = moving.holds ?? []
    this.moving = moving
    this.physics = physics
    this.rubbing = frictionsOf(physics.loads)
      .filter(({ link }) => !holds.some((hold) => hold.link === link))
      .map((friction) => ({ link: friction.link, friction, way: 0, slide: 0 }))
    this.inverse = new InverseDynamics(moving.equations, physics, [...holds, ...this.rubbing])
    this.reactions = null
    this.ofJoint.clear()
    this.solvedAt = this.carriedAt = this.reactedAt = -1
  }

  /** The rows that hold now. */
  get equations(): Equations | null {
    return this.moving?.equations ?? null
  }

  /** Where bodies touch now; null where contacts have no part in what moves it. */
  get touching(): readonly Meeting[] | null {
    const { acting } = this.physics.loads
    const rigid = acting.find((load) => load instanceof ContactForces)
    const soft = acting.find((load) => load instanceof CompliantContacts)
    return rigid || soft ? [...(rigid?.closed ?? []), ...(soft?.touching ?? [])] : null
  }

  /** Whether friction or a limit keeps a link's coordinate still. */
  isHeld(link: number): boolean {
    return this.moving?.holds?.some((hold) => hold.link === link && hold.isHeld) ?? false
  }

  /** Whether there is friction that is found here. */
  get findsFriction(): boolean {
    return this.rubbing.length > 0
  }

  /** Efforts at the present motion; null where they are not known. */
  efforts(state: MotionState): InverseDynamics | null {
    const { inverse } = this
    if (!inverse) return null
    if (this.solvedAt !== state.count) {
      state.readMotion()
      this.isSolved = this.solve(inverse, state)
      this.solvedAt = state.count
    }
    return this.isSolved ? inverse : null
  }

  /** Power that friction takes which is found here [W]; after `efforts`. */
  frictionLoss({ rate }: MotionState): number {
    let loss = 0
    for (let k = 0; k < this.rubbing.length; k++) loss -= this.rubbing[k].slide * rate[this.rubbing[k].link]
    return loss
  }

  /** Reads what resists at the present motion, of friction that depends on forces. @param effort of the friction, as far as it is known */
  readResistance(state: MotionState, friction: DryFriction, effort: number): void {
    const inverse = this.withReactions(state)
    if (inverse) this.read(state, inverse, friction, effort)
  }

  /** Reactions of all joints at the present motion; null where they are not known. */
  reactionsOf(state: MotionState): AllReactions | null {
    const inverse = this.withReactions(state)
    if (!inverse || !this.moving) return null
    const { equations, redundant } = this.moving
    this.reactions ??= new AllReactions(this.mechanism, equations, redundant)
    if (this.reactedAt !== state.count) {
      this.reactions.read(state, inverse)
      this.reactedAt = state.count
    }
    return this.reactions
  }

  private withReactions(state: MotionState): InverseDynamics | null {
    const inverse = this.efforts(state)
    if (inverse && this.carriedAt !== state.count) {
      inverse.readReactions(state)
      this.carriedAt = state.count
    }
    return inverse
  }

  private solve(inverse: InverseDynamics, state: MotionState): boolean {
    const { rubbing } = this
    let needsCarried = false
    for (let k = 0; k < rubbing.length; k++) {
      const one = rubbing[k]
      one.way = wayOf(state.rate[one.link], this.moving!.equations.scale[one.link])
      if (one.way !== 0 && one.friction!.needsCarried) needsCarried = true
      else one.slide = slideOf(one)
    }
    if (!needsCarried) return inverse.solve(state, state.time)
    const isFound = settleFriction(rubbing, () => {
      if (!inverse.solve(state, state.time)) return false
      inverse.readReactions(state)
      for (let k = 0; k < rubbing.length; k++) {
        const { friction, slide } = rubbing[k]
        if (friction!.needsCarried) this.read(state, inverse, friction!, slide)
      }
      return true
    })
    // what was read went into the sums; they are made anew for whoever asks
    return isFound && inverse.solve(state, state.time)
  }

  private read(state: MotionState, inverse: InverseDynamics, friction: DryFriction, effort: number): void {
    const { joint, link } = friction
    let reaction = this.ofJoint.get(joint)
    if (!reaction) {
      reaction = new JointReaction(this.mechanism, this.moving!.equations, joint)
      this.ofJoint.set(joint, reaction)
    }
    reaction.read(state, inverse)
    carriedForce(state, link, reaction.wrench, this.carried)
    // the reaction is that on the joint's second body, which the link need not move
    this.carried.axial *= this.mechanism.linkSign[link]
    readResistance(friction, this.carried, effort)
  }
}
