/** Cues: instants of a scenario that change what holds or what is seen. */
import { IsIn, IsNumber, IsOptional, Max, Min } from 'class-validator'
import type { Quantity } from '../../units/quantity'
import type { Constructor } from '../rules/nested'
import { AreIds, IsDirection, IsId, IsName, IsPoint, IsQuantity } from '../rules/rules'
import { Entry, RefTo } from '../rules/references'
import { IsSpan, Timed } from './timing'

@Entry('cue')
class Cue extends Timed {
  @IsId() id!: string
  @IsOptional() @IsName() name?: string
}

/** Joints, mates, relations and drivers no longer hold, or hold again. */
export class Switching extends Cue {
  @IsIn(['suspend', 'restore']) kind!: 'suspend' | 'restore'
  /** Ids of joints, mates, relations or drivers. */
  @AreIds() @RefTo('joint', 'mate', 'relation', 'driver') targets!: string[]
}

/** A body is taken over by another one exactly where it stands, until it is released. */
export class Taking extends Cue {
  @IsIn(['take']) kind!: 'take'
  @IsId() @RefTo('body') body!: string
  /** The body that carries it from then on. */
  @IsId() @RefTo('body') by!: string
}

export class Releasing extends Cue {
  @IsIn(['release']) kind!: 'release'
  @IsId() @RefTo('body') body!: string
}

/** A body that nothing holds is put elsewhere at once: moved in ground, then turned about an axis through its origin. */
export class Stepping extends Cue {
  @IsIn(['step']) kind!: 'step'
  @IsId() @RefTo('body') body!: string
  @IsOptional() @IsPoint() by?: [Quantity, Quantity, Quantity]
  @IsOptional() @IsDirection() axis?: [number, number, number]
  @IsOptional() @IsQuantity('angle') turn?: Quantity
}

/** Bodies are shown, hidden, or fade to a share of their opacity. */
export class Showing extends Cue {
  @IsIn(['show', 'hide', 'fade']) kind!: 'show' | 'hide' | 'fade'
  @AreIds() @RefTo('body') bodies!: string[]
  /** What a fade ends at, 0 (unseen) to 1. */
  @IsOptional() @IsNumber() @Min(0) @Max(1) opacity?: number
  @IsOptional() @IsSpan() duration?: Quantity
}

export type AnyCue = Switching | Taking | Releasing | Stepping | Showing

export const cueClasses: Readonly<Record<AnyCue['kind'], Constructor>> = {
  suspend: Switching,
  restore: Switching,
  take: Taking,
  release: Releasing,
  step: Stepping,
  show: Showing,
  hide: Showing,
  fade: Showing,
}
