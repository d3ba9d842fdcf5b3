/**
 * Friction along a freedom of a joint: a constant effort against the motion, more of it to get away from a stand, and a part that grows
 * with the rate. At a stand it holds exactly, up to its breakaway effort.
 * Source: Coulomb's law with breakaway; e.g. Popp & Schiehlen, Ground Vehicle Dynamics; common practice.
 * @example { kind: 'joint-friction', joint: 'rail', kinetic: '3 N', breakaway: '4 N', viscous: '2 N s/m' }
 */
import { IsIn, IsOptional } from 'class-validator'
import { JointLoad } from '../../../document/format/loads'
import { IsQuantity } from '../../../document/rules/rules'
import { succeed } from '../../../result'
import type { Quantity } from '../../../units/quantity'
import { CoordinateLoad } from '../coordinate-load'
import { coordinateOfLoad, defineLoad, dimensionsAlong, loadFault, readFields } from '../load-type'

/** Friction along a freedom. */
export class JointFriction extends JointLoad {
  @IsIn(['joint-friction']) kind!: 'joint-friction'
  /** While it moves. */
  @IsOptional() @IsQuantity('torque', 'force') kinetic?: Quantity
  /** What it takes to get away from a stand; the kinetic one when left out. */
  @IsOptional() @IsQuantity('torque', 'force') breakaway?: Quantity
  @IsOptional() @IsQuantity('damping', 'angularDamping') viscous?: Quantity
}

declare module '../../../document/format/loads' {
  interface LoadKinds {
    'joint-friction': JointFriction
  }
}

/** Errors: `load-freedom`, `load-unit`, `load-negative`, `friction-breakaway`, `load-loop`. */
export const jointFriction = defineLoad<JointFriction>({
  kind: 'joint-friction',
  title: 'Friction at a joint',
  fields: JointFriction,
  note: ({ kinetic, viscous }) =>
    `friction · ${[kinetic, viscous].filter((v) => v !== undefined).join(' + ')}`,
  resolve(mechanism, load) {
    const coordinate = coordinateOfLoad(mechanism, load)
    if (!coordinate.ok) return coordinate
    const { effort, damping } = dimensionsAlong(coordinate.value)
    const read = readFields(load, { kinetic: effort, breakaway: effort, viscous: damping })
    if (!read.ok) return read
    const { kinetic, viscous } = read.value
    const breakaway = load.breakaway === undefined ? kinetic : read.value.breakaway
    if (kinetic < 0 || viscous < 0)
      return loadFault('load-negative', '/kinetic', `${load.name}: friction must not be negative.`)
    if (breakaway < kinetic)
      return loadFault(
        'friction-breakaway',
        '/breakaway',
        `${load.name}: getting away from a stand takes at least what friction has while it moves, ${load.kinetic}.`,
      )
    const { link } = coordinate.value
    const isDry = kinetic > 0 || breakaway > 0
    if (isDry && link < 0)
      return loadFault(
        'load-loop',
        '/joint',
        `${load.name}: its joint closes a loop whose other joints all carry friction or drivers; take it from one of them.`,
      )
    return succeed(
      new CoordinateLoad(load.id, load.name, mechanism, coordinate.value, {
        effort: (_, rate) => -viscous * rate,
        energy: () => 0,
        loss: (_, rate) => viscous * rate * rate,
        friction: isDry ? { kinetic, breakaway } : undefined,
      }),
    )
  },
})
