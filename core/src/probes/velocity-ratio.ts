/**
 * How fast a joint moves beside another one: the ratio of their rates, whose inverse is the ideal mechanical advantage. Where
 * the other one only begins to move it is the ratio of the accelerations, where it rests there is none. Its second derivative
 * would need the jerk of the motion, which is not solved. With several drivers it is that of the motion as it is, not of one of
 * them alone. Source: Norton, Design of Machinery, section 6.5. Errors: `probe-freedom`.
 */
import { coordinateOf } from '../mechanism/coordinate'
import { Reader } from '../mechanism/reading'
import { fail, succeed } from '../result'
import { defineProbe, unsuited } from './probe-type'

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
    if (input.dimension !== output.dimension)
      return fail({
        code: 'probe-freedom',
        message: `${probe.name}: one of the joints turns and the other one slides; a ratio needs two of a kind.`,
        pointer: `${path}/against`,
        ids: [probe.id],
      })
    const reader = new Reader(mechanism, [output, input])
    const { rates: v, accelerations: a } = reader
    return succeed({
      channel: { key: probe.id, name: probe.name, dimension: 'number' },
      read: (state, step, out, at) => {
        reader.read(state, step)
        const rests = v[1] === 0
        out[at] = rests ? (a[1] === 0 ? Number.NaN : a[0] / a[1]) : v[0] / v[1]
        out[at + 1] = rests ? Number.NaN : (a[0] * v[1] - v[0] * a[1]) / (v[1] * v[1])
        out[at + 2] = Number.NaN
      },
    })
  },
})
