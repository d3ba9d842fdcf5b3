/**
 * A motor by its line: most torque at a stand, none at no-load speed, and straight in between and beyond; over a gear its torque
 * grows and its speed falls. Its own inertia is felt at the joint times the square of the ratio.
 * effort = ratio * stall * (1 - ratio * rate / noLoad), in the direction of the freedom.
 * Source: common practice (direct-current motor at constant voltage).
 * @example { kind: 'motor-line', joint: 'turner', stall: '0.4 N m', noLoad: '3000 rpm', ratio: 20, inertia: '20 g cm^2' }
 */
import { IsBoolean, IsIn, IsOptional } from 'class-validator'
import { JointLoad } from '../../../document/format/loads'
import { IsQuantity, IsRatio } from '../../../document/rules/rules'
import { succeed } from '../../../result'
import type { Quantity } from '../../../units/quantity'
import { CoordinateLoad } from '../coordinate-load'
import { coordinateOfLoad, defineLoad, dimensionsAlong, loadFault, readFields } from '../load-type'

/** A motor whose torque falls with its speed. */
export class MotorLine extends JointLoad {
  @IsIn(['motor-line']) kind!: 'motor-line'
  /** Torque of the motor at a stand; of a linear motor its force. */
  @IsQuantity('torque', 'force') stall!: Quantity
  /** Speed of the motor without load. */
  @IsQuantity('angularSpeed', 'speed') noLoad!: Quantity
  /** Turns of the motor for one of the joint; 1 when left out. */
  @IsOptional() @IsRatio() ratio?: number
  /** Of the motor's rotor; of a linear motor the mass of its slide. */
  @IsOptional() @IsQuantity('inertia', 'mass') inertia?: Quantity
  @IsOptional() @IsBoolean() reversed?: boolean
}

declare module '../../../document/format/loads' {
  interface LoadKinds {
    'motor-line': MotorLine
  }
}

/** Errors: `load-freedom`, `load-unit`, `motor-line`. */
export const motorLine = defineLoad<MotorLine>({
  kind: 'motor-line',
  title: 'Motor by its line',
  form: [
    { key: 'stall', words: 'At a stand', takes: 'along', what: 'effort' },
    { key: 'noLoad', words: 'Speed without load', takes: 'along', what: 'rate' },
    { key: 'ratio', words: 'Turns of the motor for one of the joint', takes: 'number', isOptional: true },
    { key: 'inertia', words: 'Inertia of its rotor', takes: 'along', what: 'inertia', isOptional: true },
    { key: 'reversed', words: 'Runs the other way', takes: 'switch', isOptional: true },
  ],
  begins: (along) =>
    along === 'angle'
      ? { stall: '0.4 N m', noLoad: '3000 rpm', ratio: 20 }
      : { stall: '40 N', noLoad: '0.5 m/s' },
  fields: MotorLine,
  note: ({ stall, noLoad, ratio }) =>
    `motor · ${stall} · ${noLoad}${ratio === undefined ? '' : ` · 1:${ratio}`}`,
  resolve(mechanism, load) {
    const coordinate = coordinateOfLoad(mechanism, load)
    if (!coordinate.ok) return coordinate
    const along = dimensionsAlong(coordinate.value)
    const isTurn = coordinate.value.dimension === 'angle'
    const read = readFields(load, {
      stall: along.effort,
      noLoad: along.rate,
      inertia: isTurn ? 'inertia' : 'mass',
    })
    if (!read.ok) return read
    const { stall, noLoad, inertia } = read.value
    if (!(stall > 0) || !(noLoad > 0) || inertia < 0) {
      const field = stall > 0 ? (noLoad > 0 ? 'inertia' : 'noLoad') : 'stall'
      const message = `${load.name}: stall torque and no-load speed must be more than zero, and the inertia not negative; to run the other way, reverse it.`
      return loadFault('motor-line', `/${field}`, message)
    }
    const ratio = Math.abs(load.ratio ?? 1)
    const sense = (load.reversed ? -1 : 1) * Math.sign(load.ratio ?? 1)
    const effort = (rate: number) => sense * ratio * stall * (1 - (sense * ratio * rate) / noLoad)
    return succeed(
      new CoordinateLoad(load.id, load.name, mechanism, coordinate.value, {
        effort: (_, rate) => effort(rate),
        drives: true,
        turns: sense > 0 ? 1 : -1,
        energy: () => 0,
        loss: (_, rate) => -effort(rate) * rate,
        inertia: inertia * ratio * ratio,
      }),
    )
  },
})
