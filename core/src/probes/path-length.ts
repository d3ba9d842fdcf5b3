/**
 * Length of the path that a datum has travelled since the start [m], seen from ground or from another datum. Between two
 * steps each component is the quintic through both, whose speed is integrated by Gauss-Legendre quadrature of six points.
 * Its rate is the speed; where that is zero the second derivative does not exist.
 */
import { Axis, slide } from '../mechanism/conditions'
import { GAUSS } from '../maths/gauss-legendre'
import { evaluateQuintic, quinticCoefficients } from '../maths/quintic'
import { Reader } from '../mechanism/reading'
import { succeed } from '../result'
import { defineProbe, pairOf, plain } from './probe-type'

/** Panels of a step over which it turns back. */
const SHARP_PANELS = 64

export const pathLength = defineProbe({
  kind: 'path-length',
  needs: { fields: ['datum'], optional: ['from'], words: 'a datum' },
  measure(mechanism, probe) {
    const pair = pairOf(mechanism, probe)
    const axes = [Axis.X, Axis.Y, Axis.Z].map((axis) => plain(pair, slide(axis), 'length'))
    const reader = new Reader(mechanism, axes)
    const { values, rates, accelerations } = reader
    /** Position, velocity and acceleration at the last reading. */
    const last = new Float64Array(9)
    const curves = new Float64Array(18)
    const jet = new Float64Array(4)
    let length = 0
    let hasBegun = false

    /** Between the last reading and this one, forwards or backwards. */
    function travelled(step: number): number {
      const h = Math.abs(step)
      const [before, after] = step > 0 ? [last, null] : [null, last]
      const of = (side: Float64Array | null, order: number, k: number) =>
        side ? side[3 * order + k] : [values, rates, accelerations][order][k]
      for (let k = 0; k < 3; k++)
        quinticCoefficients(
          of(before, 0, k),
          of(before, 1, k),
          of(before, 2, k),
          of(after, 0, k),
          of(after, 1, k),
          of(after, 2, k),
          h,
          curves,
          6 * k,
        )
      // where it turns sharply its speed has a corner
      const panels = last[3] * rates[0] + last[4] * rates[1] + last[5] * rates[2] > 0 ? 1 : SHARP_PANELS
      let sum = 0
      for (let n = 0; n < panels * GAUSS.length; n++) {
        const node = n % GAUSS.length
        const share = (Math.floor(n / GAUSS.length) + GAUSS[node][0]) / panels
        let square = 0
        for (let k = 0; k < 3; k++) {
          evaluateQuintic(curves, 6 * k, share, h, jet)
          square += jet[1] * jet[1]
        }
        sum += GAUSS[node][1] * Math.sqrt(square)
      }
      return (sum / panels) * step
    }

    return succeed({
      channel: { key: probe.id, name: probe.name, dimension: 'length' },
      read: (state, step, out, at) => {
        reader.read(state, step)
        if (hasBegun && step !== 0) length += travelled(step)
        hasBegun = true
        last.set(values)
        last.set(rates, 3)
        last.set(accelerations, 6)
        const speed = Math.hypot(rates[0], rates[1], rates[2])
        out[at] = length
        out[at + 1] = speed
        out[at + 2] =
          (rates[0] * accelerations[0] + rates[1] * accelerations[1] + rates[2] * accelerations[2]) / speed
      },
    })
  },
})
