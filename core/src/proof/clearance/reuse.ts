/** What was found of pairs before an edit and still holds: both bodies have their shapes, and move as they did. */
import { BodyMotion } from '../../motion/body-motion'
import type { BodyTrack } from '../../motion/body-track'
import type { ClearanceTask } from './clearance'
import type { PairClearance } from './clearances'
import type { Pair } from './pairs'
import { SAME_MOTION } from './tolerances'

/** A task with what was found. */
export interface Followed {
  readonly task: ClearanceTask
  readonly pairs: readonly PairClearance[]
}

export interface Reuse {
  readonly known: readonly PairClearance[]
  /** What is left to be followed. */
  readonly pairs: readonly Pair[]
}

export function reuse(before: Followed | null, task: ClearanceTask): Reuse {
  if (!before || !sameLimits(before.task, task)) return { known: [], pairs: task.pairs }
  const old = new Map(before.task.bodies.map((body) => [body.id, body]))
  const unchanged = new Set(
    task.bodies.flatMap(({ id, key, track }) => {
      const was = old.get(id)
      return was?.key === key && sameMotion(was.track, track) ? [id] : []
    }),
  )
  const windows = new Map(
    before.task.pairs.map((pair) => [keyOf(before.task, pair), JSON.stringify(pair.windows)]),
  )
  const found = new Map(before.pairs.map((pair) => [`${pair.a} ${pair.b}`, pair]))
  const known: PairClearance[] = []
  const pairs: Pair[] = []
  for (const pair of task.pairs) {
    const key = keyOf(task, pair)
    const was = found.get(key)
    const holds =
      was && unchanged.has(was.a) && unchanged.has(was.b) && windows.get(key) === JSON.stringify(pair.windows)
    if (holds) known.push(was)
    else pairs.push(pair)
  }
  return { known, pairs }
}

const keyOf = ({ bodies }: ClearanceTask, { a, b }: Pair): string => `${bodies[a].id} ${bodies[b].id}`

const sameLimits = (one: ClearanceTask, two: ClearanceTask): boolean =>
  one.near === two.near &&
  one.touching === two.touching &&
  one.interval === two.interval &&
  one.length === two.length

/** Whether two records are of one motion, whichever instants they have. */
function sameMotion(one: BodyTrack, two: BodyTrack): boolean {
  if (one.point.some((value, k) => value !== two.point[k])) return false
  const [a, b] = [new BodyMotion(one), new BodyMotion(two)]
  for (const { times } of [one, two])
    for (let k = 0; k < times.length; k++)
      for (const time of [times[k], (times[k] + times[Math.min(k + 1, times.length - 1)]) / 2]) {
        for (const motion of [a, b]) {
          motion.seek(time)
          motion.evaluate(time)
        }
        for (let i = 0; i < a.frame.length; i++)
          if (Math.abs(a.frame[i] - b.frame[i]) > SAME_MOTION) return false
      }
  return true
}
