/** The least gap between the bodies of a contact [m]; not a number where they are beside each other, or far apart. */
import { leastGap } from '../contact/facts'
import { pairsOfContact } from '../contact/pairs'
import { succeed } from '../result'
import { defineProbe, unknown } from './probe-type'

export const contactGap = defineProbe({
  kind: 'contact-gap',
  needs: { fields: ['contact'], words: 'a contact' },
  measure(mechanism, probe) {
    const pairs = pairsOfContact(mechanism, probe.contact)
    return succeed({
      channel: { key: probe.id, name: probe.name, dimension: 'length' },
      read(state, _, out, at) {
        unknown(out, at)
        const gaps = pairs.flatMap((pair) => leastGap(pair, state) ?? [])
        if (gaps.length > 0) out[at] = Math.min(...gaps)
      },
    })
  },
})
