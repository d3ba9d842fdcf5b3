/** Edits of a whole lane: repeated, stretched, mirrored in time. Moves stay moves, and can be edited on. */
import type { MechanismDocument } from '../../document/format/mechanism'
import { moveKey } from '../../document/starting'
import { copyOf } from '../../document/copy'
import type { PlannedItem } from '../../motion/plan'
import { siValue } from '../../units/quantity'
import type { Quantity } from '../../units/quantity'
import { isShare, spanValue } from '../../units/share'
import { inSeconds, laneOf, scenarioOf } from './scenario-edits'
import { FreshIds } from '../../document/ids'
import type { Move } from '../../document/format/moves'
import { SAME_TIME } from '../tolerances'

interface Placed {
  readonly move: Move
  readonly start: number
  readonly end: number
  readonly levels: readonly [number, number]
}

/** Moves of a lane that have their times, in order. */
function placed(
  draft: MechanismDocument,
  scenario: string,
  driver: string,
  items: readonly PlannedItem[],
): Placed[] {
  const lane = laneOf(scenarioOf(draft, scenario), driver)
  return (lane?.moves ?? []).flatMap((move, k): Placed[] => {
    const item = items.find(({ key }) => key === moveKey(driver, move, k))
    return item?.levels && item.start >= 0
      ? [{ move, start: item.start, end: item.end, levels: item.levels }]
      : []
  })
}

/** Adds all moves of a lane once more, `times` times, with the same dwells between them, one after the other. */
export function repeatLane(
  draft: MechanismDocument,
  scenario: string,
  driver: string,
  times: number,
  items: readonly PlannedItem[],
): void {
  const lane = laneOf(scenarioOf(draft, scenario), driver)!
  const moves = placed(draft, scenario, driver, items)
  if (moves.length === 0) return
  const ids = new FreshIds(draft)
  let before = (moves[moves.length - 1].move.id ??= ids.take(`${driver}-move`))
  for (let n = 0; n < times; n++)
    moves.forEach(({ move, start }, k) => {
      const gap = k === 0 ? 0 : start - moves[k - 1].end
      const again = copyOf(move)
      const id = ids.take(`${driver}-move`)
      delete again.start
      again.id = id
      again.tie = { after: before, ...(gap > SAME_TIME ? { offset: inSeconds(gap) } : {}) }
      lane.moves.push(again)
      before = id
    })
}

/** Makes a lane take `factor` times as long: durations, starts and offsets; speeds and accelerations go down with it. */
export function stretchLane(
  draft: MechanismDocument,
  scenario: string,
  driver: string,
  factor: number,
  length: number,
): void {
  const times = (quantity: Quantity): string => {
    const time = isShare(quantity) ? spanValue(quantity, length) : siValue(quantity, 'time')
    return inSeconds(time * factor)
  }
  for (const move of laneOf(scenarioOf(draft, scenario), driver)!.moves) {
    if (move.start !== undefined) move.start = times(move.start)
    if (move.tie?.offset !== undefined) move.tie.offset = times(move.tie.offset)
    if (move.duration !== undefined) move.duration = times(move.duration)
    if (move.speed !== undefined) move.speed = slower(move.speed, factor)
    if (move.acceleration !== undefined) move.acceleration = slower(move.acceleration, factor * factor)
  }
}

/** A speed or an acceleration as text, divided; the unit stays. */
function slower(quantity: Quantity, by: number): Quantity {
  if (typeof quantity === 'number') return quantity / by
  const parts = /^\s*([-+.\de]+)\s*(.*)$/i.exec(quantity)
  return parts ? `${Number((Number(parts[1]) / by).toPrecision(12))} ${parts[2]}` : quantity
}

/** Runs a lane backwards in the same stretch of time: it ends where it began. */
export function mirrorLane(
  draft: MechanismDocument,
  scenario: string,
  driver: string,
  items: readonly PlannedItem[],
): void {
  const lane = laneOf(scenarioOf(draft, scenario), driver)!
  const moves = placed(draft, scenario, driver, items)
  if (moves.length === 0 || moves.length < lane.moves.length) return
  const [first, last] = [moves[0].start, moves[moves.length - 1].end]
  lane.moves = moves
    .map(({ move, end, levels: [from, to] }): Move => {
      delete move.tie
      delete move.to
      return { ...move, start: inSeconds(first + last - end), by: from - to }
    })
    .reverse()
}
