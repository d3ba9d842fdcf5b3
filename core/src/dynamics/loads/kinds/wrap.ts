/**
 * A rope, belt or band that lies round a drum and is pulled at its free end. Round a drum that stands (a sliding freedom, in whose
 * direction the free end pulls) it holds loads of up to pull x e^(coefficient x wrap) without slipping. Round a drum that turns, its
 * other end fixed, it is a band brake: stronger in one direction, in which the drum drags the rope away from its free end.
 * Source: Euler and Eytelwein's formula of the belt; e.g. Shigley, Mechanical Engineering Design, "Band-type clutches and brakes".
 * @example { kind: 'wrap', joint: 'hoist', pull: '5 N', coefficient: 0.3, wrap: '1.5 turns' }
 */
import { IsBoolean, IsIn, IsNumber, IsOptional, Max, Min } from 'class-validator'
import { JointLoad } from '../../../document/format/loads'
import { IsQuantity } from '../../../document/rules/rules'
import { succeed } from '../../../result'
import type { Quantity } from '../../../units/quantity'
import { CoordinateLoad } from '../coordinate-load'
import { closesLoop, coordinateOfLoad, defineLoad, loadFault, readFields } from '../load-type'

/** A rope or band round a drum. */
export class Wrap extends JointLoad {
  @IsIn(['wrap']) kind!: 'wrap'
  /** At the free end. */
  @IsQuantity('force') pull!: Quantity
  @IsNumber() @Min(0) @Max(10) coefficient!: number
  /** How far the rope lies round the drum. */
  @IsQuantity('angle') wrap!: Quantity
  /** Of the drum, where the freedom turns. */
  @IsOptional() @IsQuantity('length') radius?: Quantity
  /** Sliding: the free end pulls against the freedom's direction. Turning: the drum drags the rope from its free end when it turns backwards. */
  @IsOptional() @IsBoolean() reversed?: boolean
}

declare module '../../../document/format/loads' {
  interface LoadKinds {
    wrap: Wrap
  }
}

/** Errors: `load-freedom`, `load-unit`, `load-negative`, `friction-radius`, `load-loop`. */
export const wrap = defineLoad<Wrap>({
  kind: 'wrap',
  title: 'Rope or band round a drum',
  form: [
    { key: 'pull', words: 'Pull at its free end', takes: 'quantity', dimension: 'force' },
    { key: 'coefficient', words: 'Coefficient of friction', takes: 'number' },
    { key: 'wrap', words: 'Lies round by', takes: 'quantity', dimension: 'angle' },
    {
      ...{ key: 'radius', words: 'Radius of the drum', takes: 'quantity', dimension: 'length' },
      ...{ isOptional: true, only: 'angle' },
    },
    { key: 'reversed', words: 'The other way round', takes: 'switch', isOptional: true },
  ],
  begins: (along) => ({
    ...{ pull: '5 N', coefficient: 0.3, wrap: '270 deg' },
    ...(along === 'angle' ? { radius: '30 mm' } : {}),
  }),
  fields: Wrap,
  note: ({ pull, coefficient, wrap: angle }) => `round a drum · ${pull} · ${coefficient} · ${angle}`,
  resolve(mechanism, load) {
    const coordinate = coordinateOfLoad(mechanism, load)
    if (!coordinate.ok) return coordinate
    const read = readFields(load, { pull: 'force', wrap: 'angle', radius: 'length' })
    if (!read.ok) return read
    const { pull, wrap: angle, radius } = read.value
    if (pull < 0 || angle < 0) {
      const field = pull < 0 ? 'pull' : 'wrap'
      return loadFault('load-negative', `/${field}`, `${load.name}: pull and wrap must not be negative.`)
    }
    const turns = coordinate.value.dimension === 'angle'
    if (turns && !(radius > 0))
      return loadFault(
        'friction-radius',
        '/radius',
        `${load.name} needs the radius of its drum, more than zero.`,
      )
    if (coordinate.value.link < 0) return closesLoop(load.name)
    const arm = turns ? radius : 1
    const grown = Math.exp(load.coefficient * angle)
    const strong = arm * pull * (grown - 1)
    const weak = arm * pull * (1 - 1 / grown)
    // a rope that slides is strong against its load, which goes against the pull
    const isStrongUp = turns === (load.reversed !== true)
    const [up, down] = isStrongUp ? [strong, weak] : [weak, strong]
    const constant = turns ? 0 : load.reversed ? -pull : pull
    return succeed(
      new CoordinateLoad(load.id, load.name, mechanism, coordinate.value, {
        effort: () => constant,
        energy: (value) => -constant * value,
        loss: () => 0,
        friction: {
          needsCarried: false,
          add(to) {
            to.movingUp += up
            to.heldUp += up
            to.movingDown += down
            to.heldDown += down
          },
        },
      }),
    )
  },
})
