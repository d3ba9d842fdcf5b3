/**
 * Pressure angle of a contact [rad]: the acute angle between the common normal where its bodies touch and the way that the second one goes
 * along its own joint; not a number while they do not touch. Source: Norton, Design of Machinery, section 8.6. Error: `probe-freedom`.
 */
import { touchingPlace } from '../contact/facts'
import { pairsOfContact } from '../contact/pairs'
import { succeed } from '../result'
import { defineProbe, unknown, unsuited } from './probe-type'

export const contactPressureAngle = defineProbe({
  kind: 'contact-pressure-angle',
  needs: { fields: ['contact'], words: 'a contact whose second body goes along one slide or pivot' },
  measure(mechanism, probe, path) {
    const pairs = pairsOfContact(mechanism, probe.contact)
    const isGuided = pairs.every(({ bodies }) => freedomsOf(mechanism.bodyLink[bodies[1]]) === 1)
    if (!isGuided)
      return unsuited(
        probe,
        `${path}/contact`,
        'its second body has no joint with one freedom that it goes along; choose the contact of a follower.',
      )
    const normal = new Float64Array(3)
    return succeed({
      channel: { key: probe.id, name: probe.name, dimension: 'angle' },
      read(state, _, out, at) {
        unknown(out, at)
        const place = touchingPlace(mechanism, pairs, state)
        if (!place) return
        const { touch, reader, on, point } = place
        touch.writeNormal(reader.frames, normal)
        const v = 6 * mechanism.bodyLink[on.bodies[1]]
        const { screw } = state
        let [along, size] = [0, 0]
        for (let k = 0; k < 3; k++) {
          const [m, n] = [(k + 1) % 3, (k + 2) % 3]
          const way = screw[v + 3 + k] + screw[v + m] * point[n] - screw[v + n] * point[m]
          along += way * normal[k]
          size += way * way
        }
        out[at] = Math.acos(Math.min(1, Math.abs(along) / Math.sqrt(size)))
      },
    })

    /** Freedoms of the joint that moves a link. */
    function freedomsOf(link: number): number {
      const mine = mechanism.coordinates.find((coordinate) => coordinate.link === link)
      return mine ? mechanism.geometry.joints[mine.joint].type.freedoms.length : 0
    }
  },
})
