/**
 * How fast the bodies of a contact slide on each other where they press hardest [m/s]; 0 while they stick, not a number while they do not
 * touch.
 */
import { succeed } from '../result'
import { defineProbe, unknown } from './probe-type'

export const contactSlip = defineProbe({
  kind: 'contact-slip',
  needs: { fields: ['contact'], words: 'a contact' },
  readsForces: true,
  measure: (_, probe, __, ___, forces) =>
    succeed({
      channel: { key: probe.id, name: probe.name, dimension: 'speed' },
      read(_state, _step, out, at) {
        unknown(out, at)
        const closed = forces?.touching?.filter(({ on }) => on.contact.id === probe.contact) ?? []
        if (closed.length === 0) return
        const hardest = closed.reduce((most, one) => (one.normal > most.normal ? one : most))
        out[at] = hardest.slides ? hardest.slipRate : 0
      },
    }),
})
