/** What happened suddenly in a motion, in words: where it snapped over, took a blow, or lost what held it up. */
import { PushingMover } from '../contact/pushing-mover'
import type { Stretch } from '../dynamics/contact/crowd'
import { CROWDED_STEP, EVEN_STEP, ROUGH_STEP } from '../dynamics/contact/tolerances'
import { FreeSolver } from '../dynamics/free-solver'
import { RestMover } from '../dynamics/rest-mover'
import type { Problem } from '../result'
import type { Mover } from '../solve/mover'
import { formatQuantity } from '../units/format'
import { TOLD_IMPACT } from './tolerances'

/** What has happened since it was asked last. @param falls where bodies lost each other so far; more are added here */
export function suddenNotes(mover: Mover, falls: Fall[]): Problem[] {
  if (mover instanceof RestMover) return mover.snaps.splice(0).map(snap)
  if (mover instanceof PushingMover) falls.push(...mover.falls.splice(0))
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

/** When and where something lost its support and went back at once. */
export type Fall = PushingMover['falls'][number]

/** One for each pair of bodies, however often it happens. Code: `falls`. */
export function fallNotes(falls: readonly Fall[]): Problem[] {
  const pairs = new Map<string, Fall[]>()
  for (const one of falls) {
    const key = one.names.join(' and ')
    pairs.set(key, [...(pairs.get(key) ?? []), one])
  }
  return [...pairs].map(([names, mine]) => {
    const [{ time }] = mine
    const last = mine[mine.length - 1].time
    const more =
      mine.length > 1 ? ` It happens ${mine.length} times, the last time at ${last.toFixed(3)} s.` : ''
    return {
      code: 'falls',
      message: `At ${time.toFixed(3)} s ${names} lose each other, and what was pushed goes back at once.${more}`,
      data: { time, count: mine.length },
    }
  })
}

/** Code: `impact`. */
function blow({ time, energy }: FreeSolver['blows'][number]): Problem {
  const [what, size] = energy > 0 ? ['takes', energy] : ['brings', -energy]
  return {
    code: 'impact',
    message: `At ${time.toFixed(3)} s speeds change at once, since what holds or drives from then on does not fit them: the blow ${what} ${formatQuantity(size, 'J', 4)}.`,
    data: { time, energy },
  }
}

/**
 * Where contacts were not told apart. Codes: `contacts-crowded`, `contacts-of-triangles`.
 * @param until where the motion has got to [s]
 */
export const crowdedNotes = (stretches: readonly Stretch[], until: number): Problem[] => [
  ...notesOf(
    'contacts-crowded',
    stretches.filter(({ isRough }) => !isRough),
    until,
    `contacts follow one another too fast to be told apart, as when something rattles. They are solved in even steps of ${formatQuantity(CROWDED_STEP, 'ms', 3)} there: blows may be late by as much.`,
  ),
  ...notesOf(
    'contacts-of-triangles',
    stretches.filter(({ isRough }) => isRough),
    until,
    `surfaces of triangles touch. They are solved in even steps of ${formatQuantity(ROUGH_STEP, 'ms', 3)} there, of ${formatQuantity(EVEN_STEP, 'ms', 0)} while everything goes on evenly: blows may be late by ${formatQuantity(ROUGH_STEP, 'ms', 3)}, what tips over by ${formatQuantity(EVEN_STEP, 'ms', 0)}, and what is round rolls as its triangles do.`,
  ),
]

function notesOf(code: string, stretches: readonly Stretch[], until: number, what: string): Problem[] {
  if (stretches.length === 0) return []
  const { from } = stretches[0]
  const to = Math.min(until, stretches[stretches.length - 1].to)
  const sum = stretches.reduce((time, stretch) => time + Math.min(until, stretch.to) - stretch.from, 0)
  const where =
    stretches.length === 1
      ? `From ${from.toFixed(3)} s to ${to.toFixed(3)} s`
      : `Between ${from.toFixed(3)} s and ${to.toFixed(3)} s there are ${stretches.length} stretches, ${formatQuantity(sum, 's', 3)} together, in which`
  return [{ code, message: `${where} ${what}`, data: { time: from, to, together: sum } }]
}
