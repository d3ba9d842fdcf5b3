/**
 * What was done by hand, recorded into lanes of a scenario: each joint position that changed becomes moves of its own
 * lane, tied one after the other, so that they can be edited on. What follows from the others is not driven.
 */
import { largest, smallest } from '../../maths/extremes'
import type { MechanismDocument } from '../../document/format/mechanism'
import { copyOf } from '../../document/copy'
import { moveKey } from '../../document/starting'
import type { PlannedItem } from '../../motion/plan'
import { openModel, reportModel } from '../../model/model'
import { fail, succeed } from '../../result'
import type { Result } from '../../result'
import { typedPosition } from '../../units/format'
import { parseQuantity, siValue } from '../../units/quantity'
import { fitMoves } from './fit-moves'
import type { FittedMove } from './fit-moves'
import { inSeconds, removeFromScenario } from './scenario-edits'
import { FreshIds } from '../../document/ids'
import { listed } from '../../wording'
import type { Move } from '../../document/format/moves'
import type { Moves } from '../../motion/drivers/moves'
import { SAME_TIME, WORTH_AN_OFFSET } from '../tolerances'

/** A joint position over the times of its recording. */
export interface RecordedPosition {
  readonly joint: string
  readonly freedom: string
  readonly dimension: 'length' | 'angle'
  /** As many as there are times [m or rad]. */
  readonly values: readonly number[]
}

/** Positions noted by hand over time, in SI. */
export interface Recording {
  /** When it begins in the scenario [s]; moves that end later are recorded over. */
  readonly start: number
  /** Rising, from 0 on [s]. */
  readonly times: readonly number[]
  /** Those that are to lead come first. */
  readonly positions: readonly RecordedPosition[]
  /** How far the moves may stay from what was recorded [m], [rad]. */
  readonly tolerance: { readonly length: number; readonly angle: number }
}

/** A document with what was recorded as lanes. */
export interface Recorded {
  readonly document: MechanismDocument
  /** Names of the joints that have lanes of it. */
  readonly lanes: readonly string[]
  readonly moves: number
  /** Names of joints that moved, but are driven otherwise already. */
  readonly left: readonly string[]
}

/**
 * @param items the plan of the scenario before
 * Errors: `nothing-recorded`, and those of opening the document.
 */
export function recordInto(
  document: MechanismDocument,
  scenario: string,
  { start, times, positions, tolerance }: Recording,
  items: readonly PlannedItem[],
): Result<Recorded> {
  const draft = copyOf(document)
  const target = draft.scenarios.find(({ id }) => id === scenario)
  if (!target) {
    return fail({
      code: 'scenario-missing',
      message: 'The scenario of the recording is gone.',
      ids: [scenario],
    })
  }
  const nameOf = (id: string) => draft.joints.find((joint) => joint.id === id)?.name ?? id
  const moved = positions.filter(
    ({ values, dimension }) => largest(values) - smallest(values) > tolerance[dimension],
  )
  if (moved.length === 0) {
    return fail({
      code: 'nothing-recorded',
      message: 'Nothing moved by more than the tolerance while it was recorded; pull a control of the desk.',
    })
  }
  const ids = new FreshIds(draft)
  const rounded = times.map((time) => Number(time.toFixed(4)))
  const lanes: string[] = []
  const left: string[] = []
  let leader: { id: string; start: number } | null = null
  let count = 0
  for (const { joint, freedom, dimension, values } of moved) {
    const before = target.drivers.find(
      (d) => d.kind !== 'path' && d.joint === joint && (d.freedom ?? freedom) === freedom,
    )
    if (before && before.kind !== 'moves') {
      left.push(nameOf(joint))
      continue
    }
    const driver: Moves = before ?? {
      id: ids.take(`${joint}-lane`),
      kind: 'moves',
      joint,
      freedom,
      moves: [],
    }
    if (before) recordOver(draft, scenario, before, start, items)
    else {
      target.drivers.push(driver)
      const opened = openModel(draft)
      if (!opened.ok) return opened
      if (reportModel(opened.value, scenario).problem?.code === 'driver-too-many') {
        target.drivers.pop()
        continue
      }
    }
    const digits = values.map((value) => parse(typed(value, dimension)))
    const fitted = fitMoves(rounded, digits, tolerance[dimension])
    const moves = movesOf(fitted, start, leader, dimension, () => ids.take(`${joint}-move`))
    leader ??= moves.length > 0 ? { id: moves[0].id, start: start + fitted[0].start } : null
    driver.moves.push(...moves)
    count += moves.length
    lanes.push(nameOf(joint))
  }
  if (lanes.length === 0) {
    return fail({
      code: 'nothing-recorded',
      message: `${listed(left)} ${left.length === 1 ? 'has' : 'have'} drivers that are not moves; disable or delete them to record over them.`,
    })
  }
  const length = parseQuantity(target.length, 'time')
  const end = start + rounded[rounded.length - 1]
  if (length.ok && length.value < end) target.length = inSeconds(Math.ceil(end * 10) / 10)
  return succeed({ document: draft, lanes, moves: count, left })
}

/** The first move starts with the leader, or leads itself; every other follows the one before. */
function movesOf(
  fitted: readonly FittedMove[],
  start: number,
  leader: { readonly id: string; readonly start: number } | null,
  dimension: 'length' | 'angle',
  freshMove: () => string,
): (Move & { id: string })[] {
  let last: { id: string; end: number } | null = null
  return fitted.map((fit) => {
    const id = freshMove()
    const at = start + fit.start
    const begins = last
      ? { tie: { after: last.id, ...offsetOf(fit.start - last.end) } }
      : leader
        ? { tie: { with: leader.id, ...offsetOf(at - leader.start) } }
        : { start: inSeconds(at) }
    last = { id, end: fit.end }
    const duration = inSeconds(fit.end - fit.start)
    return { id, law: fit.law, to: typed(fit.to, dimension), duration, ...begins }
  })
}

/** Takes the moves out that end after that time. */
function recordOver(
  draft: MechanismDocument,
  scenario: string,
  driver: Moves,
  time: number,
  items: readonly PlannedItem[],
): void {
  const keys = driver.moves
    .map((move, k) => moveKey(driver.id, move, k))
    .filter((key) => !(items.find((item) => item.key === key)!.end <= time + SAME_TIME))
  removeFromScenario(draft, scenario, keys, items)
}

const offsetOf = (gap: number) => (Math.abs(gap) > WORTH_AN_OFFSET ? { offset: inSeconds(gap) } : {})

/** To a ten-thousandth of a millimetre or of a degree. */
const typed = (value: number, dimension: 'length' | 'angle'): string => typedPosition(value, dimension, 4)

const parse = (text: string): number => siValue(text, text.endsWith('mm') ? 'length' : 'angle')
