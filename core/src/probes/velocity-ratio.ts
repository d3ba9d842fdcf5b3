/**
 * How fast a joint moves beside another one: the influence coefficient of the position of the first on that of the second, from the
 * factored system, whose inverse is the ideal mechanical advantage. Where several drivers move the machine it is that of the other
 * joint's driver alone, while the others rest. Where the other joint follows several drivers at once, it is the ratio of the rates as
 * they are; there is none where the other joint cannot move. Its derivatives are those of the motion as it is, and not numbers where
 * several drivers move or the other joint rests.
 * Source: Norton, Design of Machinery, sections 6.5 and 6.10. Errors: `probe-freedom`.
 */
import { coordinateOf } from '../mechanism/coordinate'
import { Reader } from '../mechanism/reading'
import type { MotionState } from '../mechanism/state'
import { succeed } from '../result'
import type { Dimension } from '../units/dimension'
import { defineProbe, unsuited } from './probe-type'
import { MOVES } from './tolerances'

export const velocityRatio = defineProbe({
  kind: 'velocity-ratio',
  needs: {
    fields: ['joint', 'against'],
    optional: ['freedom', 'againstFreedom'],
    words: 'a joint, and the one that it is compared with',
  },
  measure(mechanism, probe, path) {
    const output = coordinateOf(mechanism, probe.joint, probe.freedom)
    if (!output)
      return unsuited(probe, `${path}/freedom`, 'that joint has no such freedom, or it is suspended.')
    const input = coordinateOf(mechanism, probe.against, probe.againstFreedom)
    if (!input)
      return unsuited(
        probe,
        `${path}/againstFreedom`,
        'the other joint has no such freedom, or it is suspended.',
      )
    const dimension: Dimension =
      input.dimension === output.dimension
        ? 'number'
        : input.dimension === 'angle'
          ? 'travelPerTurn'
          : 'turnPerTravel'
    const reader = new Reader(mechanism, [output, input])
    const { rates: v, accelerations: a, thirds: j } = reader
    return succeed({
      channel: { key: probe.id, name: probe.name, dimension },
      read: (state, step, out, at) => {
        reader.read(state, step)
        const { coefficient, isAlone } = influence(state, reader)
        const moves = v[1] !== 0
        out[at] = coefficient ?? (moves ? v[0] / v[1] : Number.NaN)
        out[at + 1] = out[at + 2] = Number.NaN
        if (!isAlone || !moves) return
        reader.readThird(state)
        const slope = (a[0] - out[at] * a[1]) / v[1]
        out[at + 1] = slope
        out[at + 2] = (j[0] - 2 * slope * a[1] - out[at] * j[1]) / v[1]
      },
    })
  },
})

/**
 * By how much the first reading changes for one unit of the second, when only what moves the second one moves; null where that is
 * several. It is alone where nothing else moves the first reading now.
 */
function influence(
  state: MotionState,
  reader: Reader,
): { readonly coefficient: number | null; readonly isAlone: boolean } {
  const { pullBack, rate, acceleration } = state
  if (!pullBack) return { coefficient: null, isAlone: true }
  const output = reader.gradient(state, 0)
  pullBack(output)
  const input = reader.gradient(state, 1)
  pullBack(input)
  let mover = -1
  for (let link = 0; link < input.length; link++) {
    if (!(Math.abs(input[link]) > MOVES)) continue
    if (mover >= 0) return { coefficient: null, isAlone: true }
    mover = link
  }
  if (mover < 0) return { coefficient: Number.NaN, isAlone: false }
  let isAlone = true
  for (let link = 0; link < output.length; link++) {
    const moves = rate[link] !== 0 || acceleration[link] !== 0
    if (link !== mover && moves && Math.abs(output[link]) > MOVES) isAlone = false
  }
  return { coefficient: output[mover] / input[mover], isAlone }
}
