/** What happened suddenly in a motion, in words: where it snapped over, took a blow, or lost what held it up. */
import { PushingMover } from '../contact/pushing-mover'
import { FreeSolver } from '../dynamics/free-solver'
import { RestMover } from '../dynamics/rest-mover'
import type { Problem } from '../result'
import type { Mover } from '../solve/mover'
import { formatQuantity } from '../units/format'
import { TOLD_IMPACT } from './tolerances'

/** What has happened since it was asked last. */
export function suddenNotes(mover: Mover): Problem[] {
  if (mover instanceof RestMover) return mover.snaps.splice(0).map(snap)
  if (mover instanceof PushingMover) return mover.falls.splice(0).map(fall)
  if (!(mover instanceof FreeSolver)) return []
  const { kinetic } = mover.energy
  return mover.blows
    .splice(0)
    .filter(({ energy }) => Math.abs(energy) > TOLD_IMPACT * (kinetic + Math.abs(energy)))
    .map(blow)
}

/** Code: `snaps`. */
const snap = (time: number): Problem => ({
  code: 'snaps',
  message: `At ${time.toFixed(3)} s the equilibrium ends, and the mechanism snaps over to another one.`,
  data: { time },
})

/** Code: `falls`. */
const fall = ({ time, names: [a, b] }: PushingMover['falls'][number]): Problem => ({
  code: 'falls',
  message: `At ${time.toFixed(3)} s ${a} and ${b} lose each other, and what was pushed goes back at once.`,
  data: { time },
})

/** Code: `impact`. */
function blow({ time, energy }: FreeSolver['blows'][number]): Problem {
  const [what, size] = energy > 0 ? ['takes', energy] : ['brings', -energy]
  return {
    code: 'impact',
    message: `At ${time.toFixed(3)} s speeds change at once, since what holds or drives from then on does not fit them: the blow ${what} ${formatQuantity(size, 'J', 4)}.`,
    data: { time, energy },
  }
}
