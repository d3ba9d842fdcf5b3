/**
 * Contacts whose bodies give way a little: they press with a force that grows as a power of the depth, the more the faster they come
 * together. Friction grows with sliding up to its limit at a small speed; so nothing sticks exactly.
 * Source: Hunt & Crossley, Coefficient of restitution interpreted as damping in vibroimpact, Journal of Applied Mechanics 42 (1975).
 */
import type { OutlinePair } from '../../contact/outline-pairs'
import type { Compliance } from '../../document/format/contacts'
import type { MotionState } from '../../mechanism/state'
import { siValue } from '../../units/quantity'
import type { ActingLoad } from '../loads/loads'
import type { Meeting } from './meeting'
import { FULL_FRICTION_SPEED } from './tolerances'
import { touchingAt } from './touching'

/** Stiffness [N/m^exponent], the power, and how much harder they press while they come together [s/m]. */
interface CompliantLaw {
  readonly stiffness: number
  readonly exponent: number
  readonly damping: number
}

function compliantLaw({ force, depth, exponent = 1.5, damping = 0 }: Compliance): CompliantLaw {
  return { stiffness: siValue(force, 'force') / siValue(depth, 'length') ** exponent, exponent, damping }
}

export class CompliantContacts implements ActingLoad {
  readonly id = 'compliant-contacts'
  readonly name = 'Contacts that give way'
  /** Where bodies press on each other now. */
  touching: readonly Meeting[] = []
  private readonly laws: ReadonlyMap<string, CompliantLaw>
  /** The thinnest outline [m]. */
  readonly thinnest: number

  /** @param pairs all of contacts with a compliance */
  constructor(private readonly pairs: readonly OutlinePair[]) {
    this.laws = new Map(pairs.map(({ contact }) => [contact.id, compliantLaw(contact.compliance!)]))
    this.thinnest = Math.min(...pairs.map(({ finder }) => finder.thickness))
  }

  apply(state: MotionState, _: number, wrenches: Float64Array): void {
    this.touching = touchingAt(this.pairs, state, 0)
    for (const meeting of this.touching) {
      meeting.place(state)
      meeting.readRates(state)
      const { gapRate, slipRate, law } = meeting
      const { damping } = this.lawOf(meeting)
      meeting.normal = Math.max(0, this.pressOf(meeting) * (1 - damping * gapRate))
      meeting.tangential =
        (-law.kineticFriction * meeting.normal * slipRate) / Math.hypot(slipRate, FULL_FRICTION_SPEED)
      meeting.way = Math.abs(slipRate) < FULL_FRICTION_SPEED ? 0 : slipRate > 0 ? 1 : -1
      meeting.addForces(wrenches)
    }
  }

  energy(): number {
    let sum = 0
    for (const meeting of this.touching)
      sum += (this.pressOf(meeting) * -meeting.gap) / (this.lawOf(meeting).exponent + 1)
    return sum
  }

  loss(): number {
    let sum = 0
    for (const meeting of this.touching)
      sum -=
        (meeting.normal - this.pressOf(meeting)) * meeting.gapRate + meeting.tangential * meeting.slipRate
    return sum
  }

  private lawOf({ on }: Meeting): CompliantLaw {
    return this.laws.get(on.contact.id)!
  }

  /** What it presses with at rest [N]. */
  private pressOf(meeting: Meeting): number {
    const { stiffness, exponent } = this.lawOf(meeting)
    return stiffness * Math.max(0, -meeting.gap) ** exponent
  }
}
