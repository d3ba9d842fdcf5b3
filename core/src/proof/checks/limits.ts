/** No joint, or a certain one, comes to one of its limits. */
import { decided, defineCheck, inUnit, settled } from '../check-type'
import { nearLimits } from '../joint-limits'

export const limits = defineCheck({
  kind: 'limits',
  needs: { fields: [], optional: ['joint'], words: 'a joint, or none for all of them' },
  sentence: ({ joint }, { nameOf }) =>
    joint === undefined ? 'No joint comes to a limit' : `${nameOf(joint)} comes to no limit`,
  decide(check, evidence) {
    const { document, take } = evidence
    const near = nearLimits(evidence, check.joint)
    if (near.length === 0) return settled(true, 'no limits are set')
    const worst = near.find(({ isTouched }) => isTouched) ?? near[0]
    const { dimension, time, gap, side, isTouched } = worst
    const name = document.joints.find(({ id }) => id === worst.joint)!.name
    const comes = isTouched ? 'comes to' : `stays ${inUnit(gap, dimension)} from`
    const found = `${name} ${comes} its ${side} limit at ${time.toFixed(3)} s`
    // the motion is ended by a limit that it reaches
    const stopped = take.stopped?.code === 'limit-reached' ? take.stopped : null
    if (stopped) return settled(false, stopped.message, (take.frames - 1) * take.interval)
    return isTouched
      ? { ...settled(false, found, time, worst.stretches), margin: gap, dimension }
      : decided(gap, 1, dimension, time, found)
  },
})
