/** One of the turns about x, y and z, in this order, that carry ground (or another datum) onto a datum [rad]. */
import { firstTurnX, secondTurnY, thirdTurnZ, turn } from '../mechanism/conditions'
import { measured } from '../mechanism/reading'
import { MotionState } from '../mechanism/state'
import { AXES, defineProbe, pairOf, plain, reading } from './probe-type'

const TURNS = [firstTurnX, secondTurnY, thirdTurnZ] as const

export const orientation = defineProbe({
  kind: 'orientation',
  needs: { fields: ['datum', 'along'], words: 'a datum and an axis (x, y or z)' },
  measure(mechanism, probe) {
    const pair = pairOf(mechanism, probe)
    // a turn about z alone counts turns
    const sum = probe.along === 'z' ? measured(new MotionState(mechanism), pair, turn) : null
    const counts = sum?.terms.every(({ link }) => link >= 0)
    const source =
      sum && counts
        ? { ...sum, dimension: 'angle' as const }
        : plain(pair, TURNS[AXES[probe.along!]], 'angle')
    return reading(mechanism, probe, source)
  },
})
