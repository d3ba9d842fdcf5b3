/**
 * Pressure angle of a contact [rad]: the acute angle between the common normal where its bodies touch and the way that the second one goes
 * along its own joint; of a roller, whose pin lies on the normal, the way that its pin goes with what carries it. Not a number while they
 * do not touch. Source: Norton, Design of Machinery, section 8.6. Error: `probe-freedom`.
 */
import { touchingPlace } from '../contact/facts'
import { pairsOfContact } from '../contact/pairs'
import { writeCross } from '../maths/triples'
import { dot } from '../maths/vector'
import { TURNS } from '../mechanism/chain'
import { guideOf } from '../mechanism/coordinate'
import { succeed } from '../result'
import { defineProbe, unknown, unsuited } from './probe-type'

/** How far from a right angle to the normal a way counts as going along it [rad]. */
const ACROSS = 1e-9

export const contactPressureAngle = defineProbe({
  kind: 'contact-pressure-angle',
  needs: { fields: ['contact'], words: 'a contact whose second body goes along one slide or pivot' },
  measure(mechanism, probe, path) {
    const { bodyLink, linkParent, linkMotion } = mechanism
    const pairs = pairsOfContact(mechanism, probe.contact)
    if (!pairs.every(({ bodies }) => guideOf(mechanism, bodyLink[bodies[1]])))
      return unsuited(
        probe,
        `${path}/contact`,
        'its second body has no joint with one freedom that it goes along; choose the contact of a follower.',
      )
    const normal = new Float64Array(3)
    // room of toAxis
    const [arm, acrossNormal, acrossArm] = [0, 1, 2].map(() => new Float64Array(3))
    return succeed({
      channel: { key: probe.id, name: probe.name, dimension: 'angle' },
      read(state, _, out, at) {
        unknown(out, at)
        const place = touchingPlace(mechanism, pairs, state)
        if (!place) return
        const { touch, reader, on, point } = place
        touch.writeNormal(reader.frames, normal)
        const own = bodyLink[on.bodies[1]]
        let angle = angleAlong(state.screw, own, point)
        const carrier = linkParent[own]
        if (angle > Math.PI / 2 - ACROSS && linkMotion[own] === TURNS && guideOf(mechanism, carrier)) {
          toAxis(state.screw, own, point)
          angle = angleAlong(state.screw, carrier, point)
        }
        out[at] = angle
      },
    })

    /** Between the normal and the way of a point with a link. */
    function angleAlong(screw: Float64Array, link: number, point: Float64Array): number {
      const v = 6 * link
      let [along, size] = [0, 0]
      for (let k = 0; k < 3; k++) {
        const [m, n] = [(k + 1) % 3, (k + 2) % 3]
        const way = screw[v + 3 + k] + screw[v + m] * point[n] - screw[v + n] * point[m]
        along += way * normal[k]
        size += way * way
      }
      return Math.acos(Math.min(1, Math.abs(along) / Math.sqrt(size)))
    }

    /** Moves a point along the normal to where that meets the axis about which a link turns. */
    function toAxis(screw: Float64Array, link: number, point: Float64Array) {
      const v = 6 * link
      writeCross(screw, v, screw, v + 3, arm, 0)
      for (let k = 0; k < 3; k++) arm[k] -= point[k]
      writeCross(screw, v, normal, 0, acrossNormal, 0)
      writeCross(screw, v, arm, 0, acrossArm, 0)
      const far = dot(acrossNormal, acrossArm) / dot(acrossNormal, acrossNormal)
      for (let k = 0; k < 3; k++) point[k] += far * normal[k]
    }
  },
})
