/**
 * What a kind of load states: its fields in the document, how it is said in a few words, and what acts once a mechanism is there.
 * Every kind is one file in kinds/, listed in registry.ts.
 */
import type { AnyLoad, JointLoad } from '../../document/format/loads'
import type { Constructor } from '../../document/rules/nested'
import type { Mechanism } from '../../mechanism/compile'
import { coordinateOf } from '../../mechanism/coordinate'
import type { Coordinate } from '../../mechanism/coordinate'
import { fail, succeed } from '../../result'
import type { Result } from '../../result'
import type { Dimension } from '../../units/dimension'
import { parseQuantity } from '../../units/quantity'
import type { Quantity } from '../../units/quantity'
import { timeExpression } from '../../units/time-expression'
import type { ActingLoad } from './loads'

/** What is typed into a field: a quantity, or along a joint what suits its freedom; a plain number; an expression; a switch; a direction; pairs. */
export type LoadFieldKind =
  | { readonly takes: 'quantity'; readonly dimension: Dimension }
  | { readonly takes: 'along'; readonly what: keyof AlongDimensions }
  | { readonly takes: 'number' | 'expression' | 'switch' | 'direction' | 'pairs' }

/** A field of a load, in words; what has no sense along a slide or a turn says so. */
export type LoadField = LoadFieldKind & {
  readonly key: string
  readonly words: string
  readonly isOptional?: boolean
  readonly only?: 'angle' | 'length'
}

export interface LoadType<L extends AnyLoad> {
  readonly kind: L['kind']
  /** "Force at a point" */
  readonly title: string
  /** What it is typed with, most used first. */
  readonly form: readonly LoadField[]
  /** What it begins with, made for an angle or a length. */
  begins(along: 'angle' | 'length'): object
  readonly fields: Constructor
  /** In a few words: "12 N". */
  note(load: L): string
  /** Errors: those of the kind; their paths are relative to the load. */
  resolve(mechanism: Mechanism, load: L): Result<ActingLoad>
}

export const defineLoad = <L extends AnyLoad>(type: LoadType<L>): LoadType<L> => type

export const loadFault = (code: string, pointer: string, message: string): Result<never> =>
  fail({ code, pointer, message })

/** Dry friction at a joint that closes a loop has no coordinate to hold. Code: `load-loop`. */
export const closesLoop = (name: string): Result<never> =>
  loadFault(
    'load-loop',
    '/joint',
    `${name}: its joint closes a loop whose other joints all carry friction or drivers; take it from one of them.`,
  )

/** The coordinate that a load acts along. Errors: `load-freedom`, `load-suspended`. */
export function coordinateOfLoad(
  mechanism: Mechanism,
  { joint, freedom, name }: JointLoad,
): Result<Coordinate> {
  const { source, type, idle } = mechanism.geometry.joints.find((one) => one.source.id === joint)!
  if (source.suspended || idle) {
    const why = idle ? 'lies inside a rigid group' : 'is suspended'
    return loadFault('load-suspended', '/joint', `${name}: ${source.name} ${why}; nothing can act along it.`)
  }
  const found = coordinateOf(mechanism, joint, freedom)
  if (found) return succeed(found)
  const names = type.freedoms.map((one) => one.name).join(', ') || 'none'
  const asked =
    freedom === undefined ? 'needs one of its freedoms to be named' : `has no freedom “${freedom}”`
  return loadFault('load-freedom', '/freedom', `${name}: ${source.name} ${asked}; it has: ${names}.`)
}

/** Values of fields in SI; of those that are left out, 0. Error: `load-unit`, with the field. */
export function readFields<K extends string>(
  load: { readonly name: string },
  fields: Readonly<Record<K, Dimension>>,
): Result<Record<K, number>> {
  const values = {} as Record<K, number>
  for (const [field, dimension] of Object.entries(fields) as [K, Dimension][]) {
    const written = (load as unknown as Record<K, Quantity | undefined>)[field]
    const read = written === undefined ? succeed(0) : parseQuantity(written, dimension)
    if (!read.ok)
      return loadFault('load-unit', `/${field}`, `${load.name}, ${field}: ${read.problems[0].message}`)
    values[field] = read.value
  }
  return succeed(values)
}

/** What acts along a coordinate, and what suits it. */
const ALONG = {
  angle: {
    value: 'angle',
    effort: 'torque',
    stiffness: 'angularStiffness',
    damping: 'angularDamping',
    rate: 'angularSpeed',
    inertia: 'inertia',
  },
  length: {
    value: 'length',
    effort: 'force',
    stiffness: 'stiffness',
    damping: 'damping',
    rate: 'speed',
    inertia: 'mass',
  },
} as const
export type AlongDimensions = (typeof ALONG)['angle']
export const dimensionsAlong = ({ dimension }: Pick<Coordinate, 'dimension'>) => ALONG[dimension]

/** A size that stays, or that is an expression of the time t; exactly one of both is given. Errors: `load-size`. */
export function sizeOverTime(
  name: string,
  field: string,
  constant: Quantity | undefined,
  overTime: string | undefined,
  dimension: Dimension,
): Result<(time: number) => number> {
  if ((constant === undefined) === (overTime === undefined))
    return loadFault('load-size', `/${field}`, `${name} needs either its ${field} or how it is over time.`)
  if (constant !== undefined) {
    const read = parseQuantity(constant, dimension)
    if (!read.ok) return loadFault('load-unit', `/${field}`, `${name}: ${read.problems[0].message}`)
    const { value } = read
    return succeed(() => value)
  }
  const read = timeExpression(overTime!, dimension)
  if (!read.ok) return loadFault('load-size', '/overTime', `${name}: ${read.problems[0].message}`)
  const jet = new Float64Array(4)
  return succeed((time) => {
    read.value(time, jet)
    return jet[0]
  })
}
