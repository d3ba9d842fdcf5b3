/** A body put elsewhere at once. */
import { IsIn, IsOptional } from 'class-validator'
import { Cue } from '../../document/format/cues'
import { RefTo } from '../../document/rules/references'
import { IsDirection, IsId, IsPoint, IsQuantity } from '../../document/rules/rules'
import { FRAME, identityFrame, multiply, ORIGIN } from '../../maths/frame'
import { turnedAbout } from '../../maths/rigid-motion'
import type { Vector } from '../../maths/vector'
import { fail, succeed } from '../../result'
import { siValue } from '../../units/quantity'
import type { Quantity } from '../../units/quantity'
import { bodyFrame } from '../../mechanism/body-poses'
import { setFloating } from '../../mechanism/floating'
import { defineCue } from './cue-type'

/** A body that nothing holds is put elsewhere at once: moved in ground, then turned about an axis through its origin. */
export class Stepping extends Cue {
  @IsIn(['step']) kind!: 'step'
  @IsId() @RefTo('body') body!: string
  @IsOptional() @IsPoint() by?: [Quantity, Quantity, Quantity]
  @IsOptional() @IsDirection() axis?: [number, number, number]
  @IsOptional() @IsQuantity('angle') turn?: Quantity
}

declare module '../../document/format/cues' {
  interface CueKinds {
    stepping: Stepping
  }
}

/** Only a body with six freedoms of its own can be put elsewhere without moving anything else. Error: `step-held`. */
export const step = defineCue<Stepping>({
  kind: 'step',
  fields: Stepping,
  title: 'put elsewhere',
  words: ({ body }, nameOf) => `${nameOf(body)} put elsewhere`,
  draft: ([body]) => (body === undefined ? null : { body }),
  apply({ body, by, axis, turn }, rows, state) {
    const { mechanism } = rows
    const { bodies } = mechanism.geometry
    const b = bodies.findIndex(({ source }) => source.id === body)
    const last = mechanism.bodyLink[b]
    if (!mechanism.floating.includes(b) || rows.isBonded(body)) {
      return fail({
        code: 'step-held',
        message: `${bodies[b].source.name} is held by a joint or carried, and cannot be put elsewhere; suspend what holds it, or release it.`,
        ids: [body],
      })
    }
    const shift = (by ?? [0, 0, 0]).map((length) => siValue(length, 'length'))
    const now = bodyFrame(mechanism, state, b)
    const origin: Vector = [now[ORIGIN], now[ORIGIN + 1], now[ORIGIN + 2]]
    const turned = axis ? turnedAbout(origin, unit(axis), siValue(turn, 'angle')) : identityFrame()
    const target = multiply(turned, now)
    for (let k = 0; k < 3; k++) target[ORIGIN + k] += shift[k]
    setFloating(mechanism, state, last, mechanism.bodyFrame.slice(FRAME * b, FRAME * b + FRAME), target)
    return succeed(null)
  },
})

const unit = ([x, y, z]: readonly [number, number, number]): Vector => {
  const size = Math.hypot(x, y, z)
  return [x / size, y / size, z / size]
}
