/**
 * Friction along a freedom of a joint: a constant effort against the motion, more of it to get away from a stand, and a part that grows
 * with the rate. At a stand it holds exactly, up to its breakaway effort. Instead of a constant effort a coefficient may be given: then
 * it follows from the force that the joint carries (joint-coefficient.ts).
 * Source: Coulomb's law with breakaway; e.g. Popp & Schiehlen, Ground Vehicle Dynamics; common practice.
 * @example { kind: 'joint-friction', joint: 'rail', kinetic: '3 N', breakaway: '4 N', viscous: '2 N s/m' }
 * @example { kind: 'joint-friction', joint: 'pin', coefficient: 0.12, radius: '6 mm' }
 */
import { IsIn, IsNumber, IsOptional, Max, Min } from 'class-validator'
import { JointLoad } from '../../../document/format/loads'
import { IsQuantity } from '../../../document/rules/rules'
import type { Coordinate } from '../../../mechanism/coordinate'
import type { Mechanism } from '../../../mechanism/compile'
import { succeed } from '../../../result'
import type { Result } from '../../../result'
import { siValue } from '../../../units/quantity'
import type { Quantity } from '../../../units/quantity'
import { resistBothWays } from '../friction-law'
import type { FrictionLaw } from '../friction-law'
import { CoordinateLoad } from '../coordinate-load'
import { frictionByCoefficient } from '../joint-coefficient'
import {
  closesLoop,
  coordinateOfLoad,
  defineLoad,
  dimensionsAlong,
  loadFault,
  readFields,
} from '../load-type'

/** Friction along a freedom. */
export class JointFriction extends JointLoad {
  @IsIn(['joint-friction']) kind!: 'joint-friction'
  /** While it moves. */
  @IsOptional() @IsQuantity('torque', 'force') kinetic?: Quantity
  /** What it takes to get away from a stand; the kinetic one when left out. */
  @IsOptional() @IsQuantity('torque', 'force') breakaway?: Quantity
  /** Instead of `kinetic`: friction over the force that presses. */
  @IsOptional() @IsNumber() @Min(0) @Max(10) coefficient?: number
  /** The same at a stand; `coefficient` when left out. */
  @IsOptional() @IsNumber() @Min(0) @Max(10) breakawayCoefficient?: number
  /** Of the pin or the thread, where there is a coefficient and something turns. */
  @IsOptional() @IsQuantity('length') radius?: Quantity
  @IsOptional() @IsQuantity('damping', 'angularDamping') viscous?: Quantity
}

declare module '../../../document/format/loads' {
  interface LoadKinds {
    'joint-friction': JointFriction
  }
}

/** Errors: `load-freedom`, `load-unit`, `load-negative`, `friction-breakaway`, `friction-twice`, `friction-radius`, `friction-joint`, `load-loop`. */
export const jointFriction = defineLoad<JointFriction>({
  kind: 'joint-friction',
  title: 'Friction at a joint',
  form: [
    { key: 'kinetic', words: 'While it moves', takes: 'along', what: 'effort', isOptional: true },
    {
      key: 'breakaway',
      words: 'To get away (empty: the same)',
      takes: 'along',
      what: 'effort',
      isOptional: true,
    },
    { key: 'coefficient', words: 'Or by a coefficient', takes: 'number', isOptional: true },
    { key: 'breakawayCoefficient', words: 'Coefficient at a stand', takes: 'number', isOptional: true },
    {
      ...{ key: 'radius', words: 'Radius of the pin or thread', takes: 'quantity', dimension: 'length' },
      ...{ isOptional: true, only: 'angle' },
    },
    { key: 'viscous', words: 'Viscous', takes: 'along', what: 'damping', isOptional: true },
  ],
  begins: (along) => ({ kinetic: along === 'angle' ? '0.05 N m' : '2 N' }),
  fields: JointFriction,
  note: ({ kinetic, viscous, coefficient }) =>
    `friction · ${[kinetic, coefficient, viscous].filter((v) => v !== undefined).join(' + ')}`,
  resolve(mechanism, load) {
    const coordinate = coordinateOfLoad(mechanism, load)
    if (!coordinate.ok) return coordinate
    const { damping } = dimensionsAlong(coordinate.value)
    const read = readFields(load, { viscous: damping })
    if (!read.ok) return read
    const { viscous } = read.value
    if (viscous < 0)
      return loadFault('load-negative', '/viscous', `${load.name}: friction must not be negative.`)
    const law = dryLaw(mechanism, load, coordinate.value)
    if (!law.ok) return law
    if (law.value && coordinate.value.link < 0) return closesLoop(load.name)
    return succeed(
      new CoordinateLoad(load.id, load.name, mechanism, coordinate.value, {
        effort: (_, rate) => -viscous * rate,
        energy: () => 0,
        loss: (_, rate) => viscous * rate * rate,
        friction: law.value ?? undefined,
      }),
    )
  },
})

/** Null where there is no dry friction. */
function dryLaw(
  mechanism: Mechanism,
  load: JointFriction,
  coordinate: Coordinate,
): Result<FrictionLaw | null> {
  const { name, coefficient, breakawayCoefficient } = load
  if (coefficient === undefined) return constantLaw(load, coordinate)
  if (load.kinetic !== undefined || load.breakaway !== undefined)
    return loadFault(
      'friction-twice',
      '/coefficient',
      `${name} has a coefficient and an effort of its own; give one of them.`,
    )
  const atStand = breakawayCoefficient ?? coefficient
  if (atStand < coefficient)
    return loadFault(
      'friction-breakaway',
      '/breakawayCoefficient',
      `${name}: getting away from a stand takes at least what friction has while it moves, ${coefficient}.`,
    )
  const radius = siValue(load.radius, 'length')
  return frictionByCoefficient(mechanism, name, coordinate, { kinetic: coefficient, atStand, radius })
}

function constantLaw(load: JointFriction, coordinate: Coordinate): Result<FrictionLaw | null> {
  const { effort } = dimensionsAlong(coordinate)
  const read = readFields(load, { kinetic: effort, breakaway: effort })
  if (!read.ok) return read
  const { kinetic } = read.value
  const breakaway = load.breakaway === undefined ? kinetic : read.value.breakaway
  if (kinetic < 0)
    return loadFault('load-negative', '/kinetic', `${load.name}: friction must not be negative.`)
  if (breakaway < kinetic)
    return loadFault(
      'friction-breakaway',
      '/breakaway',
      `${load.name}: getting away from a stand takes at least what friction has while it moves, ${load.kinetic}.`,
    )
  if (breakaway === 0) return succeed(null)
  return succeed({
    needsCarried: false,
    add: (to) => resistBothWays(to, kinetic, breakaway),
  })
}
