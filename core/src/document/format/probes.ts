/** Probes: what is measured over a take. The kinds are one file each in probes/, whose registry adds them. */
import { IsIn, IsNotEmpty, IsOptional, IsString, Matches, MaxLength } from 'class-validator'
import { LONGEST_EXPRESSION } from '../../units/jet-expression'
import { NestedList } from '../rules/nested'
import type { Quantity } from '../../units/quantity'
import { AreQuantities, IsId, IsKindOf, IsName } from '../rules/rules'
import { NoMotion } from '../rules/no-motion'
import { Entry, RefTo } from '../rules/references'

/** What a kind asks for: fields, and words for them. */
export interface ProbeNeeds {
  readonly fields: readonly (keyof Probe)[]
  /** Fields that it takes besides. */
  readonly optional?: readonly (keyof Probe)[]
  /** What `along` may be; x, y or z where nothing is said. */
  readonly along?: readonly NonNullable<Probe['along']>[]
  /** "a datum and an axis (x, y or z)" */
  readonly words: string
}

const needs = new Map<string, ProbeNeeds>()

/** Adds a kind of probe to the format. */
export function addProbeNeeds(kind: string, asked: ProbeNeeds): void {
  needs.set(kind, asked)
}

export const needsOfProbe = (kind: string): ProbeNeeds => needs.get(kind)!

/** A measured quantity; which of the fields it needs depends on its kind. */
@Entry('probe')
export class Probe {
  @IsId() id!: string
  @IsName() @NoMotion() name!: string
  @IsKindOf(() => [...needs.keys()]) kind!: string
  @IsOptional() @IsId() @RefTo('joint') joint?: string
  @IsOptional() @IsName() freedom?: string
  @IsOptional() @IsId() @RefTo('mate') mate?: string
  /** What is measured: its origin, its axes, or its body's angular velocity. */
  @IsOptional() @IsId() @RefTo('datum') datum?: string
  /** The other datum of a distance or an angle; what a position is measured in, instead of ground. */
  @IsOptional() @IsId() @RefTo('datum') from?: string
  /** An axis, or for an acceleration the direction of the path or across it. */
  @IsOptional() @IsIn(['x', 'y', 'z', 'path', 'across']) along?: 'x' | 'y' | 'z' | 'path' | 'across'
  @IsOptional() @IsId() @RefTo('spring') spring?: string
  @IsOptional() @IsId() @RefTo('contact') contact?: string
  /** A gear pair, rack, belt, cord or cam. */
  @IsOptional() @IsId() @RefTo('relation') relation?: string
  /** Whose centre of mass is followed; one side of a clearance. */
  @IsOptional() @IsId() @RefTo('body', 'group') body?: string
  /** The other side of a clearance. */
  @IsOptional() @IsId() @RefTo('body', 'group') other?: string
  /** The joint that a velocity is compared with. */
  @IsOptional() @IsId() @RefTo('joint') against?: string
  @IsOptional() @IsName() againstFreedom?: string
  /** What is made of other probes: "2 * beam - 12 mm". */
  @IsOptional() @IsString() @IsNotEmpty() @MaxLength(LONGEST_EXPRESSION) expression?: string
  /** The names that the expression has for other probes. */
  @IsOptional() @NestedList(() => NamedProbe, 50, { alone: false }) of?: NamedProbe[]
  /** Its value is written beside what it measures. */
  @IsOptional() @IsIn([true]) @NoMotion() inView?: true
  /** Values of it, whose passings are found and marked. */
  @IsOptional() @AreQuantities(20) passes?: Quantity[]
}

/** A name in an expression. */
export class NamedProbe {
  @Matches(/^[a-z][a-z0-9_]{0,31}$/i, {
    message: 'as must be a name of at most 32 letters, digits and _, beginning with a letter',
  })
  as!: string
  @IsId() @RefTo('probe') probe!: string
}
