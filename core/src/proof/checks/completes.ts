/** The motion goes through to the end of its scenario. */
import { defineCheck, settled } from '../check-type'

export const completes = defineCheck({
  kind: 'completes',
  needs: { fields: [], words: 'nothing' },
  sentence: () => 'The motion goes through to its end',
  decide(_, { take, length }) {
    const end = Math.max(0, take.frames - 1) * take.interval
    return take.stopped
      ? settled(false, take.stopped.message, end, [[end, length]])
      : settled(true, `${length.toFixed(3)} s, ${take.frames} frames`)
  },
})
