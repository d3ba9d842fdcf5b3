/** A coordinate of the place where the bodies of a contact touch, in a body [m]; not a number while they do not. */
import { touchingPlace } from '../contact/facts'
import { writePlace } from '../contact/closed'
import { everyContactPair } from '../contact/pairs'
import { MEASURED_AS_TOUCHING } from '../contact/tolerances'
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
    const pairs = everyContactPair(mechanism).filter(({ contact }) => contact.id === probe.contact)
    const along = AXES.indexOf(probe.along as 'x')
    const point = new Float64Array(3)
    return succeed({
      channel: { key: probe.id, name: probe.name, dimension: 'length' },
      read(state, _, out, at) {
        unknown(out, at)
        const place = touchingPlace(pairs, state, MEASURED_AS_TOUCHING * mechanism.size)
        if (!place) return
        writePlace(place.touch, place.reader, point)
        const [x, y, z] = point
        out[at] = transformed(inverse(bodyFrame(mechanism, state, body)), [x, y, z])[along]
      },
    })
  },
})
