/** Checks: what a machine must do, said in fields. The kinds are one file each in proof/checks/, whose registry adds them. */
import { IsIn, IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator'
import { dimensions } from '../../units/dimension'
import type { Dimension } from '../../units/dimension'
import type { Quantity } from '../../units/quantity'
import { Nested, NestedList } from '../rules/nested'
import { AreIds, AreRisingPairs, IsId, IsKindOf, IsName, IsQuantity } from '../rules/rules'
import { Entry, OptionalRefTo, RefTo } from '../rules/references'

/** What a kind asks for: fields, and words for them. */
export interface CheckNeeds {
  readonly fields: readonly (keyof Check)[]
  readonly optional?: readonly (keyof Check)[]
  /** At least one of these. */
  readonly any?: readonly (keyof Check)[]
  /** "a probe and a limit" */
  readonly words: string
}

const needs = new Map<string, CheckNeeds>()

/** Adds a kind of check to the format. */
export function addCheckNeeds(kind: string, asked: CheckNeeds): void {
  needs.set(kind, asked)
}

export const needsOfCheck = (kind: string): CheckNeeds => needs.get(kind)!

/** Quantities of whatever dimension the probe has. */
const IsAnyQuantity = () => IsQuantity(...(Object.keys(dimensions) as Dimension[]))

/** When something must hold: over a stretch, at an instant, or at what a probe does. The whole run when all is left out. */
export class CheckedStretch {
  @IsOptional() @IsQuantity('time') from?: Quantity
  @IsOptional() @IsQuantity('time') to?: Quantity
  @IsOptional() @IsQuantity('time') at?: Quantity
  @IsOptional() @IsIn([true]) atEnd?: true
  /** At every such event of a probe. */
  @IsOptional() @IsIn(['maximum', 'minimum', 'passing']) event?: 'maximum' | 'minimum' | 'passing'
  /** Whose events; its `passes` say which passings. */
  @IsOptional() @IsId() @OptionalRefTo('probe') of?: string
}

/** A number that is looked at as a whole. */
export const STATISTICS = ['maximum', 'minimum', 'mean', 'rms', 'range', 'period'] as const

/** A requirement; which of the fields it needs depends on its kind. */
@Entry('check')
export class Check {
  @IsId() id!: string
  @IsName() name!: string
  @IsKindOf(() => [...needs.keys()]) kind!: string
  /** The only scenario in which it must hold; every one when left out. */
  @IsOptional() @IsId() @RefTo('scenario') scenario?: string
  @IsOptional() @IsId() @RefTo('probe') probe?: string
  /** Its value (0, usual), first or second derivative. */
  @IsOptional() @IsIn([0, 1, 2]) derivative?: 0 | 1 | 2
  @IsOptional() @IsAnyQuantity() lower?: Quantity
  @IsOptional() @IsAnyQuantity() upper?: Quantity
  @IsOptional() @Nested(() => CheckedStretch, { alone: true }) during?: CheckedStretch
  @IsOptional() @IsIn([...STATISTICS]) statistic?: (typeof STATISTICS)[number]
  /** What is to be reached. */
  @IsOptional() @IsAnyQuantity() value?: Quantity
  @IsOptional() @IsIn(['rising', 'falling']) direction?: 'rising' | 'falling'
  /** The latest time at which it is reached. */
  @IsOptional() @IsQuantity('time') before?: Quantity
  @IsOptional() @IsId() @RefTo('joint') joint?: string
  @IsOptional() @IsName() freedom?: string
  @IsOptional() @IsAnyQuantity() speed?: Quantity
  @IsOptional() @IsAnyQuantity() acceleration?: Quantity
  @IsOptional() @IsAnyQuantity() jerk?: Quantity
  /** How many. */
  @IsOptional() @IsInt() @Min(0) @Max(100_000) count?: number
  /** Joints that may be redundant. */
  @IsOptional() @AreIds() @OptionalRefTo('joint') accepted?: string[]
  /** The curve that it is compared with. */
  @IsOptional() @IsId() @RefTo('reference') reference?: string
  @IsOptional() @IsAnyQuantity() tolerance?: Quantity
  /** What must stay clear; everything when left out. */
  @IsOptional() @IsId() @RefTo('body', 'group') body?: string
  /** Of what; of everything when left out. */
  @IsOptional() @IsId() @RefTo('body', 'group') other?: string
  /** Why it does not count for now. */
  @IsOptional() @IsString() @MaxLength(500) muted?: string
  /** A sentence of the author's own, for the report. */
  @IsOptional() @IsString() @MaxLength(2000) note?: string
}

/** Whether a check looks at a jerk, which is recorded for nobody else. */
export const looksAtJerk = (checks: readonly Check[] = []): boolean =>
  checks.some(({ jerk }) => jerk !== undefined)

/** The most points of a reference curve. */
export const MOST_POINTS = 20_000

/** A curve that was measured or calculated elsewhere, over time. */
@Entry('reference')
export class ReferenceCurve {
  @IsId() id!: string
  @IsName() name!: string
  /** What it is compared with and drawn over. */
  @IsId() @RefTo('probe') probe!: string
  /** (time [s], value [SI]) in order of time. */
  @AreRisingPairs(2, MOST_POINTS) points!: [number, number][]
}

/** One curve of a chart. */
export class ChartCurve {
  @IsId() @RefTo('probe') probe!: string
  /** Its value (0), first or second derivative. */
  @IsOptional() @IsIn([0, 1, 2]) derivative?: 0 | 1 | 2
  @IsOptional() @IsIn(['left', 'right']) axis?: 'left' | 'right'
}

/** A chart of probes over time, or over another probe. */
@Entry('chart')
export class Chart {
  @IsId() id!: string
  @IsName() name!: string
  @NestedList(() => ChartCurve, 40) curves!: ChartCurve[]
  /** What lies along it; time when left out. */
  @IsOptional() @IsId() @OptionalRefTo('probe') over?: string
  @IsOptional() @IsString() @MaxLength(20) leftUnit?: string
  @IsOptional() @IsString() @MaxLength(20) rightUnit?: string
}
