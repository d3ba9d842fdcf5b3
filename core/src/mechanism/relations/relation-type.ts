/**
 * What a relation type states: an equation between coordinates, with the directions that geometry gives it, and where
 * its two bodies touch. Every type is one file, registered in registry.ts.
 */
import type { AnyRelation, CoordinateRef } from '../../document/format/relations'
import type { Result } from '../../result'
import type { Reading } from '../reading'
import type { Constructor } from '../../document/rules/nested'
import type { PickedCoordinate, PickedDatum, Proposal, TransmittingPart } from './proposal'
import type { Vector } from '../../maths/vector'
import type { Curve, Pair } from '../rows'
import type { Gearing } from './gearing'

/** A joint's coordinate as the body that carries it sees it. */
export interface CarriedCoordinate extends Reading {
  /** The body that moves and the one it is measured against, by index. */
  readonly body: number
  readonly carrier: number
  /** In ground at the home pose: where its centre is on the carrier, and the direction of its axis. */
  readonly origin: Vector
  readonly axis: Vector
}

/** What a body has that another one could touch. */
export interface BodyParts {
  /** Its parts that move others, or are moved. */
  readonly moving: readonly TransmittingPart[]
  /** Triangles of its solids in ground at the home pose, nine numbers each. */
  readonly triangles: () => readonly Float32Array[]
}

/** sum of factor * side = constant; a curve may be between a side and its factor. The sides are in the order of the gearing's contact. */
export interface Equation {
  readonly sides: readonly { readonly side: Reading; readonly factor: number; readonly curve?: Curve }[]
  readonly dimension: 'length' | 'angle'
  /** In words: "1 turn of Pinion moves Rack by 62.83 mm". */
  readonly sentence: string
  /** How both sides move together; null for relations that are no gearing. */
  readonly gearing: Gearing | null
  /** Acute angle between the force of the contact and the way that it moves [rad], by the position of a side; where it is known. */
  readonly pressure?: { readonly side: Reading; readonly curve: Curve }
  /** True when the equation is exact as it is, and no phase is taken from the home pose. */
  readonly absolute?: boolean
}

export interface RelationContext {
  /** A coordinate on its own. Errors: `relation-freedom`, `relation-suspended`. */
  coordinate(ref: CoordinateRef, place: string): Result<Reading>
  /** A datum seen from the first datum of a joint: the pair of both, and where the datum is in it at home [m]. */
  fromJoint(ref: CoordinateRef, datum: string): { readonly pair: Pair; readonly point: Vector }
  /** Two coordinates seen from one carrier. Errors: also `relation-carrier`. */
  onCarrier(
    a: CoordinateRef,
    b: CoordinateRef,
    carrier: string | undefined,
  ): Result<readonly [CarriedCoordinate, CarriedCoordinate]>
  /** The same where the two have a body in common or one is named; null where they have none. */
  onCommonCarrier(
    a: CoordinateRef,
    b: CoordinateRef,
  ): Result<readonly [CarriedCoordinate, CarriedCoordinate]> | null
  /** Two coordinates as their own joints see them. */
  onTheirOwn(a: CoordinateRef, b: CoordinateRef): Result<readonly [CarriedCoordinate, CarriedCoordinate]>
  /** Whether two bodies, by index, are one: by rigid joints or groups. */
  areOne(a: number, b: number): boolean
  /** What a reading amounts to at the home pose. */
  valueAtHome(reading: Reading): number
  partsOf(body: number): BodyParts
  nameOf(ref: CoordinateRef): string
}

/** A field that a person may type over. */
export interface NumberField {
  readonly label: string
  readonly dimension: 'length' | 'number'
}

export interface RelationType<R extends AnyRelation> {
  readonly kind: R['kind']
  /** "Gear pair": the word for people. */
  readonly noun: string
  /** The joint positions that it is made of, in words: "a turn and a slide". */
  readonly takes: string
  /** Whether a datum is picked beside one joint position. */
  readonly takesDatum?: boolean
  /** Its fields in the document. */
  readonly fields: Constructor
  /** Those that are numbers, as people call them, in the order in which they are shown. */
  readonly numbers: Readonly<Partial<Record<keyof R & string, NumberField>>>
  /** Whether its direction can be switched. */
  readonly reversible: boolean
  /** Whether the parts of its joints have teeth that can be snapped together. */
  readonly toothed?: boolean
  /**
   * What it would be among picked coordinates, by the parts that they carry; null when it does not suit them.
   * @param datum that is picked with them
   */
  propose(picked: readonly PickedCoordinate[], datum: PickedDatum | null): Proposal | null
  /** Errors: `relation-ratio` and those of the context; their paths are relative to the relation. */
  equation(relation: R, context: RelationContext): Result<Equation>
}

export const defineRelation = <R extends AnyRelation>(type: RelationType<R>): RelationType<R> => type
