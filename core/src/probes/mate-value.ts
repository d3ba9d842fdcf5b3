/** The value of an angle or distance mate [rad or m]. Error: `probe-freedom`. */
import { defineProbe, reading, unsuited } from './probe-type'

export const mateValue = defineProbe({
  kind: 'mate-value',
  needs: { fields: ['mate'], words: 'a mate' },
  measure(mechanism, probe, path) {
    const found = mechanism.mateReadings.find(({ mate }) => mate.source.id === probe.mate)
    return found
      ? reading(mechanism, probe, found)
      : unsuited(
          probe,
          `${path}/mate`,
          'that mate dimension nothing, or it is suspended; an angle or a distance has a value.',
        )
  },
})
