/** What presses between the bodies of a contact, along their normals [N]: the sum of all places where they touch; 0 where they do not. */
import { succeed } from '../result'
import { defineProbe, unknown } from './probe-type'

export const contactForce = defineProbe({
  kind: 'contact-force',
  needs: { fields: ['contact'], words: 'a contact' },
  readsForces: true,
  measure: (_, probe, __, ___, forces) =>
    succeed({
      channel: { key: probe.id, name: probe.name, dimension: 'force' },
      read(_state, _step, out, at) {
        unknown(out, at)
        const closed = forces?.touching?.filter(({ on }) => on.contact.id === probe.contact)
        if (closed) out[at] = closed.reduce((sum, { normal }) => sum + normal, 0)
      },
    }),
})
