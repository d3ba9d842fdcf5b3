/**
 * Slip of two wheels, of a gear and its rack, or of a belt on its pulleys [m/s]: how much faster the first one moves where they touch,
 * by what they really do; 0 while they roll. Errors: `probe-freedom`.
 */
import { speedsAtContact } from '../mechanism/relations/gearing'
import { Reader } from '../mechanism/reading'
import { succeed } from '../result'
import { defineProbe, unsuited } from './probe-type'

export const slip = defineProbe({
  kind: 'slip',
  needs: { fields: ['relation'], words: 'a gear pair, a rack or a belt' },
  measure(mechanism, probe, path) {
    const relation = mechanism.relations.find(({ source }) => source.id === probe.relation)
    const speeds = relation?.gearing && speedsAtContact(relation.gearing)
    if (!relation || !speeds)
      return unsuited(
        probe,
        `${path}/relation`,
        'nothing is known of where the wheels of that relation touch; choose a gear pair, a rack or a belt whose diameters are known.',
      )
    const reader = new Reader(mechanism, relation.sides)
    const [a, b] = speeds
    return succeed({
      channel: { key: probe.id, name: probe.name, dimension: 'speed' },
      read: (state, step, out, at) => {
        reader.read(state, step)
        reader.readThird(state)
        const { rates, accelerations, thirds } = reader
        out[at] = a * rates[0] - b * rates[1]
        out[at + 1] = a * accelerations[0] - b * accelerations[1]
        out[at + 2] = a * thirds[0] - b * thirds[1]
      },
    })
  },
})
