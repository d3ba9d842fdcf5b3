/**
 * Transmission angle at a hinge of a planar loop [rad]: the acute angle between the lines from the hinge to a datum on each of
 * its two bodies, such as the other ends of coupler and rocker, seen along the axis of the hinge.
 * Source: Norton, Design of Machinery, section 3.3. Errors: `probe-freedom`.
 */
import { coordinateOf } from '../mechanism/coordinate'
import { inverse, multiply, ORIGIN } from '../maths/frame'
import { Reader } from '../mechanism/reading'
import { succeed } from '../result'
import { defineProbe, unsuited } from './probe-type'

const TURN = 2 * Math.PI

export const transmissionAngle = defineProbe({
  kind: 'transmission-angle',
  needs: {
    fields: ['joint', 'datum', 'from'],
    words: 'a hinge, and a datum on each of its two bodies',
  },
  measure(mechanism, probe, path) {
    const { joints, datums } = mechanism.geometry
    const joint = joints.find(({ source }) => source.id === probe.joint)!
    const coordinate = coordinateOf(mechanism, probe.joint, undefined)
    if (!coordinate || coordinate.dimension !== 'angle')
      return unsuited(probe, `${path}/joint`, 'that joint does not turn; choose a hinge.')
    const places = [datums.get(probe.datum!)!, datums.get(probe.from!)!]
    const first = places.find(({ body }) => body === joint.from.body)
    const second = places.find(({ body }) => body === joint.to.body)
    if (!first || !second || first === second)
      return unsuited(probe, `${path}/datum`, 'give a datum on each of the two bodies of that hinge.')
    // where the datums are around the axis of the hinge, on either side
    const around = (datum: typeof first, seat: typeof joint.from) => {
      const frame = multiply(inverse(seat.frame), datum.frame)
      return Math.atan2(frame[ORIGIN + 1], frame[ORIGIN])
    }
    const apart = around(second, joint.to) - around(first, joint.from) + coordinate.settings.zero
    const reader = new Reader(mechanism, [coordinate])
    return succeed({
      channel: { key: probe.id, name: probe.name, dimension: 'angle' },
      read: (state, step, out, at) => {
        reader.read(state, step)
        const whole = reader.values[0] + apart
        const turned = whole - TURN * Math.round(whole / TURN)
        const size = Math.abs(turned)
        const sign = (turned < 0 ? -1 : 1) * (size > Math.PI / 2 ? -1 : 1)
        out[at] = size > Math.PI / 2 ? Math.PI - size : size
        out[at + 1] = sign * reader.rates[0]
        out[at + 2] = sign * reader.accelerations[0]
      },
    })
  },
})
