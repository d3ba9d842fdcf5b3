/** Several moves, motors, cues and shots at once: shifted in time, and copied to where they are wanted. */
import type { AnyCue } from '../../document/format/cues'
import { copyOf } from '../../document/copy'
import type { MechanismDocument } from '../../document/format/mechanism'
import { moveKey, startingEntries } from '../../document/starting'
import type { PlannedItem } from '../../motion/plan'
import { siValue } from '../../units/quantity'
import { inSeconds, laneOf, scenarioOf } from './scenario-edits'
import { FreshIds } from '../../document/ids'
import type { Move } from '../../document/format/moves'
import type { Scenario } from '../../document/format/scenarios'
import type { AnyShot } from '../../document/format/shots'
import { SAME_TIME } from '../tolerances'

/**
 * Shifts entries in time. What hangs on another one of them goes along with that; what is tied to something else stays
 * tied, later or earlier.
 * @param by [s]
 * @param items the plan of the scenario before
 */
export function shiftEntries(
  draft: MechanismDocument,
  scenario: string,
  keys: readonly string[],
  by: number,
  items: readonly PlannedItem[],
): void {
  const chosen = new Set(keys)
  for (const { key, timed, after } of startingEntries(draft, scenarioOf(draft, scenario))) {
    if (!chosen.has(key) || (after !== null && chosen.has(after))) continue
    if (timed.tie) timed.tie.offset = inSeconds(siValue(timed.tie.offset ?? 0, 'time') + by)
    else {
      const start = timed.start === undefined ? startOf(items, key) : siValue(timed.start, 'time')
      timed.start = inSeconds(Math.max(0, start + by))
    }
  }
}

/** A move, a cue or a shot that was copied, with the lane it comes from; cues and shots have none. */
export interface CopiedEntry {
  readonly key: string
  readonly lane: string | null
  readonly entry: Move | AnyCue | AnyShot
  /** [s] */
  readonly start: number
}

/** Copies moves, cues and shots of a scenario, in the order in which they start. */
export function copyEntries(
  document: MechanismDocument,
  scenario: string,
  keys: readonly string[],
  items: readonly PlannedItem[],
): CopiedEntry[] {
  const source = scenarioOf(document, scenario)
  const chosen = new Set(keys)
  const take = (key: string, lane: string | null, entry: CopiedEntry['entry']): CopiedEntry[] => {
    const item = items.find((one) => one.key === key)
    return chosen.has(key) && item && item.start >= 0
      ? [{ key, lane, entry: copyOf(entry), start: item.start }]
      : []
  }
  return [
    ...source.drivers.flatMap((driver) =>
      'moves' in driver
        ? driver.moves.flatMap((move, k) => take(moveKey(driver.id, move, k), driver.id, move))
        : [],
    ),
    ...[...(source.cues ?? []), ...(source.shots ?? [])].flatMap((one) => take(one.id, null, one)),
  ].sort((a, b) => a.start - b.start)
}

/**
 * Puts copies into a scenario: the first one starts at the time given, the others keep their distance to it by ties.
 * @param lane the driver whose lane takes the moves; each goes into the lane it comes from when null
 * @param at [s]
 * @returns keys of what was made; a move whose lane is not in the scenario is left out
 */
export function pasteEntries(
  draft: MechanismDocument,
  scenario: string,
  copied: readonly CopiedEntry[],
  lane: string | null,
  at: number,
  items: readonly PlannedItem[],
): string[] {
  const target = scenarioOf(draft, scenario)
  const ids = new FreshIds(draft)
  /** Copies by what they are copies of. */
  const made = new Map<string, string>()
  let first: { readonly id: string; readonly start: number } | null = null
  for (const { key, lane: own, entry, start } of copied) {
    const moves = own === null ? null : laneOf(target, lane ?? own)?.moves
    if (moves === undefined) continue
    const id = ids.take(moves ? `${lane ?? own}-move` : key)
    const copy = { ...copyOf(entry), id }
    const { tie } = entry
    const hangsOn = tie?.with ?? tie?.after
    delete copy.start
    if (hangsOn !== undefined && made.has(hangsOn)) {
      const anchor = made.get(hangsOn)!
      copy.tie = { ...tie, ...(tie!.with === undefined ? { after: anchor } : { with: anchor }) }
    } else if (first) {
      copy.tie = { with: first.id, offset: inSeconds(start - first.start) }
    } else {
      delete copy.tie
      copy.start = inSeconds(at)
    }
    if (moves) {
      const time = at + start - copied[0].start
      const place = moves.findIndex(
        (move, k) => startOf(items, moveKey(lane ?? own!, move, k)) > time + SAME_TIME,
      )
      const index = place < 0 ? moves.length : place
      // what followed after the previous move keeps its place in time
      const next = moves[index] as Move | undefined
      if (next && next.start === undefined && !next.tie)
        next.start = inSeconds(startOf(items, moveKey(lane ?? own!, next, index)))
      moves.splice(index, 0, copy as Move)
    } else if ('view' in copy) {
      putShot(target, copy, at + start - copied[0].start, items)
    } else {
      target.cues = [...(target.cues ?? []), copy as AnyCue]
    }
    made.set(key, id)
    first ??= { id, start }
  }
  return [...made.values()]
}

/** Puts a shot among the others, in the order in which they begin; those that follow keep their times. */
function putShot(target: Scenario, shot: AnyShot, time: number, items: readonly PlannedItem[]): void {
  const shots = (target.shots ??= [])
  const place = shots.findIndex(({ id }) => startOf(items, id) > time + SAME_TIME)
  const index = place < 0 ? shots.length : place
  const next = shots[index] as AnyShot | undefined
  if (next && next.start === undefined && !next.tie) next.start = inSeconds(startOf(items, next.id))
  shots.splice(index, 0, shot)
}

function startOf(items: readonly PlannedItem[], key: string): number {
  const start = items.find((item) => item.key === key)?.start
  return start !== undefined && start >= 0 ? start : 0
}
