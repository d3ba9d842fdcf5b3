/**
 * A spring and a damper along a freedom of a joint: effort = -stiffness (value - at) - damping * rate.
 * @example { kind: 'joint-spring', joint: 'jaw', stiffness: '2 N m/rad', at: '30 deg', damping: '0.01 N m s/rad' }
 */
import { IsIn, IsOptional } from 'class-validator'
import { JointLoad } from '../../../document/format/loads'
import { IsQuantity } from '../../../document/rules/rules'
import { succeed } from '../../../result'
import type { Quantity } from '../../../units/quantity'
import { CoordinateLoad } from '../coordinate-load'
import { coordinateOfLoad, defineLoad, dimensionsAlong, loadFault, readFields } from '../load-type'

/** A spring along a freedom. */
export class JointSpring extends JointLoad {
  @IsIn(['joint-spring']) kind!: 'joint-spring'
  @IsQuantity('stiffness', 'angularStiffness') stiffness!: Quantity
  /** Where it is relaxed; the rest position of the freedom, or its zero, when left out. */
  @IsOptional() @IsQuantity('angle', 'length') at?: Quantity
  @IsOptional() @IsQuantity('damping', 'angularDamping') damping?: Quantity
}

declare module '../../../document/format/loads' {
  interface LoadKinds {
    'joint-spring': JointSpring
  }
}

/** Errors: `load-freedom`, `load-unit`, `load-negative`. */
export const jointSpring = defineLoad<JointSpring>({
  kind: 'joint-spring',
  title: 'Spring at a joint',
  form: [
    { key: 'stiffness', words: 'Stiffness', takes: 'along', what: 'stiffness' },
    {
      key: 'at',
      words: 'Relaxed at (empty: its rest position, or 0)',
      takes: 'along',
      what: 'value',
      isOptional: true,
    },
    { key: 'damping', words: 'Damping', takes: 'along', what: 'damping', isOptional: true },
  ],
  begins: (along) => ({ stiffness: along === 'angle' ? '1 N m/rad' : '1 N/mm' }),
  fields: JointSpring,
  note: ({ stiffness, at }) => `spring · ${stiffness}${at === undefined ? '' : ` from ${at}`}`,
  resolve(mechanism, load) {
    const coordinate = coordinateOfLoad(mechanism, load)
    if (!coordinate.ok) return coordinate
    const { stiffness: elastic, damping: viscous } = dimensionsAlong(coordinate.value)
    const { dimension, settings } = coordinate.value
    const read = readFields(load, { stiffness: elastic, damping: viscous, at: dimension })
    if (!read.ok) return read
    const { stiffness, damping } = read.value
    if (stiffness < 0 || damping < 0)
      return loadFault(
        'load-negative',
        '/stiffness',
        `${load.name}: stiffness and damping must not be negative.`,
      )
    const at = load.at === undefined ? (settings.rest ?? 0) : read.value.at
    return succeed(
      new CoordinateLoad(load.id, load.name, mechanism, coordinate.value, {
        effort: (value, rate) => -stiffness * (value - at) - damping * rate,
        energy: (value) => (stiffness * (value - at) ** 2) / 2,
        loss: (_, rate) => damping * rate * rate,
      }),
    )
  },
})
