/**
 * Pressure angle of a contact [rad]: the acute angle between the force between cam and follower, or between the teeth of two gears or
 * of gear and rack, and the way that the driven one moves. Of a cam with a radial follower it changes with the turn of the cam; of
 * involute teeth it stays. Sources: Norton, Design of Machinery, section 8.6; ISO 21771. Errors: `probe-freedom`.
 */
import type { Curve } from '../mechanism/rows'
import { Reader } from '../mechanism/reading'
import { succeed } from '../result'
import { defineProbe, unsuited } from './probe-type'

export const pressureAngle = defineProbe({
  kind: 'pressure-angle',
  needs: { fields: ['relation'], words: 'a cam with its follower, a gear pair or a rack' },
  measure(mechanism, probe, path) {
    const pressure = mechanism.relations.find(({ source }) => source.id === probe.relation)?.pressure
    if (!pressure)
      return unsuited(
        probe,
        `${path}/relation`,
        'that relation has no contact whose shape is known; choose a cam with a follower over it, two gears with teeth, or a rack.',
      )
    const reader = new Reader(mechanism, [pressure.side])
    return succeed({
      channel: { key: probe.id, name: probe.name, dimension: 'angle' },
      read: (state, step, out, at) => {
        reader.read(state, step)
        through(pressure.curve, reader, out, at)
      },
    })
  },
})

const jet = new Float64Array(4)

/** Value and two derivatives by time of a curve of what a reader reads. */
function through(
  curve: Curve,
  { values, rates, accelerations }: Reader,
  out: Float64Array,
  at: number,
): void {
  curve.evaluate(values[0], jet)
  out[at] = jet[0]
  out[at + 1] = jet[1] * rates[0]
  out[at + 2] = jet[2] * rates[0] ** 2 + jet[1] * accelerations[0]
}
