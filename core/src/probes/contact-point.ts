/** A coordinate of the place where the bodies of a contact touch, in a body [m]; not a number while they do not. */
import { touchingPlace } from '../contact/facts'
import { pairsOfContact } from '../contact/pairs'
import { inverse, transformed } from '../maths/frame'
import { bodyFrame } from '../mechanism/body-poses'
import { succeed } from '../result'
import { defineProbe, unknown, unsuited } from './probe-type'

const AXES = ['x', 'y', 'z'] as const

/** Error: `probe-freedom` of a group. */
export const contactPoint = defineProbe({
  kind: 'contact-point',
  needs: { fields: ['contact', 'body', 'along'], words: 'a contact, a body and an axis of it (x, y or z)' },
  measure(mechanism, probe, path) {
    const body = mechanism.geometry.bodies.findIndex(({ source }) => source.id === probe.body)
    if (body < 0) return unsuited(probe, `${path}/body`, 'a group has no axes; choose one of its bodies.')
    const pairs = pairsOfContact(mechanism, probe.contact)
    const along = AXES.indexOf(probe.along as 'x')
    return succeed({
      channel: { key: probe.id, name: probe.name, dimension: 'length' },
      read(state, _, out, at) {
        unknown(out, at)
        const place = touchingPlace(mechanism, pairs, state)
        if (place) out[at] = transformed(inverse(bodyFrame(mechanism, state, body)), place.point)[along]
      },
    })
  },
})
