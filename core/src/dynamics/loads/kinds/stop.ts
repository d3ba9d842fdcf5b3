/**
 * What happens where a freedom of a joint meets its limits: how much of the speed comes back, or how stiff the stop is. Without it a limit
 * is rigid and nothing comes back.
 * @example { kind: 'stop', joint: 'arm', restitution: 0.4 }
 */
import { IsIn, IsNumber, IsOptional, Max, Min } from 'class-validator'
import { JointLoad } from '../../../document/format/loads'
import { IsQuantity } from '../../../document/rules/rules'
import { succeed } from '../../../result'
import type { Quantity } from '../../../units/quantity'
import { CoordinateLoad } from '../coordinate-load'
import { coordinateOfLoad, defineLoad, dimensionsAlong, loadFault, readFields } from '../load-type'

/** The stops of a freedom, at its limits. */
export class Stop extends JointLoad {
  @IsIn(['stop']) kind!: 'stop'
  /** Share of the speed with which it comes back; 0 when left out. */
  @IsOptional() @IsNumber() @Min(0) @Max(1) restitution?: number
  /** Of a stop that gives way; rigid when left out. */
  @IsOptional() @IsQuantity('stiffness', 'angularStiffness') stiffness?: Quantity
  @IsOptional() @IsQuantity('damping', 'angularDamping') damping?: Quantity
}

declare module '../../../document/format/loads' {
  interface LoadKinds {
    stop: Stop
  }
}

/** Errors: `load-freedom`, `load-unit`, `load-negative`, `stop-limits`. */
export const stop = defineLoad<Stop>({
  kind: 'stop',
  title: 'Stops at the limits',
  form: [
    { key: 'restitution', words: 'Restitution (empty: 0)', takes: 'number', isOptional: true },
    {
      key: 'stiffness',
      words: 'Stiffness (empty: rigid)',
      takes: 'along',
      what: 'stiffness',
      isOptional: true,
    },
    { key: 'damping', words: 'Damping', takes: 'along', what: 'damping', isOptional: true },
  ],
  begins: () => ({ restitution: 0.3 }),
  fields: Stop,
  note: ({ restitution, stiffness }) =>
    stiffness === undefined ? `stops · restitution ${restitution ?? 0}` : `stops · ${stiffness}`,
  resolve(mechanism, load) {
    const coordinate = coordinateOfLoad(mechanism, load)
    if (!coordinate.ok) return coordinate
    const { lower, upper } = coordinate.value.settings
    if (lower === -Infinity && upper === Infinity)
      return loadFault('stop-limits', '/joint', `${load.name}: its joint has no limits; give it one first.`)
    const along = dimensionsAlong(coordinate.value)
    const read = readFields(load, { stiffness: along.stiffness, damping: along.damping })
    if (!read.ok) return read
    const { stiffness, damping } = read.value
    if (stiffness < 0 || damping < 0)
      return loadFault(
        'load-negative',
        '/stiffness',
        `${load.name}: stiffness and damping must not be negative.`,
      )
    const depth = (value: number) => (value > upper ? value - upper : value < lower ? value - lower : 0)
    // a stop pushes back, and never holds
    const effort = (value: number, rate: number) => {
      const deep = depth(value)
      if (deep === 0) return 0
      const push = -stiffness * deep - damping * rate
      return push * deep < 0 ? push : 0
    }
    return succeed(
      new CoordinateLoad(load.id, load.name, mechanism, coordinate.value, {
        effort,
        energy: (value) => (stiffness * depth(value) ** 2) / 2,
        loss: (value, rate) => -(effort(value, rate) + stiffness * depth(value)) * rate,
        stop: { restitution: load.restitution ?? 0, gives: stiffness > 0 },
      }),
    )
  },
})
