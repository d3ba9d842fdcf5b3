/** A scenario planned from where it starts: the levels of its moves, when they start and end, and what is wrong with that. */
import type { StartingEntry } from '../document/starting'
import type { Mechanism } from '../mechanism/compile'
import { Reader } from '../mechanism/reading'
import { standingAt } from '../mechanism/state'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { formatQuantity } from '../units/format'
import type { ResolvedScenario } from './scenario'
import type { Timing } from './timing'
import type { TimeFunction } from '../maths/time-function'
import type { Plan, ResolvedDriver } from './drivers/driver-type'
import { PAST_LIMIT } from './tolerances'

export interface ScenarioPlan {
  readonly timing: Timing
  readonly drivers: readonly { readonly driver: ResolvedDriver; readonly plan: Plan }[]
}

/** A move, a motor, a cue or a shot with its times [s]; NaN while it waits for a value to be passed. */
export interface PlannedItem {
  readonly key: string
  /** What others can be tied to; null for a move without one. */
  readonly id: string | null
  readonly kind: StartingEntry['kind']
  readonly start: number
  readonly end: number
  /** Levels of a move in SI, else null. */
  readonly levels: readonly [number, number] | null
}

/**
 * @param q coordinates by link at which the scenario starts
 * Errors: those of the drivers, `move-start`, `tie-before`, `moves-overlap`.
 */
export function planScenario(
  mechanism: Mechanism,
  scenario: ResolvedScenario,
  q: Float64Array,
): Result<ScenarioPlan> {
  const timing = scenario.timing()
  const values = startValues(mechanism, scenario, q)
  const problems: Problem[] = []
  const drivers = scenario.drivers.flatMap((driver, k) => {
    const plan = driver.plan(values[k], timing, 0)
    if (plan.ok) return [{ driver, plan: plan.value }]
    problems.push(...plan.problems)
    return []
  })
  if (problems.length > 0) return fail(...problems)
  const timed = timing.check(scenario.path)
  if (!timed.ok) return timed
  const courses = coursesOf(drivers)
  return courses.ok ? succeed({ timing, drivers }) : courses
}

/** The courses of drivers by id, as the timing now is. Error: `moves-overlap`, with its place in the document. */
export function coursesOf(drivers: ScenarioPlan['drivers']): Result<ReadonlyMap<string, TimeFunction>> {
  const problems: Problem[] = []
  const courses = new Map<string, TimeFunction>()
  for (const { driver, plan } of drivers) {
    const course = plan.course()
    if (course.ok) courses.set(driver.driver, course.value)
    else
      problems.push(...course.problems.map((p) => ({ ...p, pointer: `${driver.pointer}${p.pointer ?? ''}` })))
  }
  return problems.length > 0 ? fail(...problems) : succeed(courses)
}

/** What each driver reads at the start; zero for paths, which count from their first point. */
function startValues(mechanism: Mechanism, { drivers }: ResolvedScenario, q: Float64Array): number[] {
  const readings = drivers.flatMap(({ reading }) => reading ?? [])
  const reader = new Reader(mechanism, readings)
  const state = standingAt(mechanism, q)
  reader.read(state, 0)
  return drivers.map(({ reading }) => (reading ? reader.values[readings.indexOf(reading)] : 0))
}

export function plannedItems({ timing, drivers }: ScenarioPlan): PlannedItem[] {
  const moves = new Map(drivers.flatMap(({ plan }) => plan.moves.map((move) => [move.key, move] as const)))
  return [...timing.all].map(({ key, id, kind }) => {
    const move = moves.get(key)
    return { key, id, kind, ...timing.of(key), levels: move ? [move.from, move.from + move.rise] : null }
  })
}

/** Moves that would end beyond a limit of their joint, each at its place. Code: `move-past-limit`. */
export function movesPastLimits(mechanism: Mechanism, { drivers }: ScenarioPlan): Problem[] {
  return drivers.flatMap(({ driver, plan }) => {
    const coordinate = mechanism.coordinates.find((c) => c === driver.reading)
    if (!coordinate) return []
    const { lower, upper } = coordinate.settings
    const unit = coordinate.dimension === 'length' ? 'mm' : 'deg'
    const slack = PAST_LIMIT * (coordinate.dimension === 'length' ? mechanism.size : 1)
    return plan.moves.flatMap(({ key, index, from, rise }): Problem[] => {
      const end = from + rise
      const limit = end > upper + slack ? upper : end < lower - slack ? lower : null
      if (limit === null) return []
      const side = limit === upper ? 'upper' : 'lower'
      return [
        {
          code: 'move-past-limit',
          message: `${driver.targetName}, move ${index + 1} would end at ${formatQuantity(end, unit, 2)}, beyond the ${side} limit of ${formatQuantity(limit, unit, 2)}.`,
          pointer: `${driver.pointer}/moves/${index}`,
          ids: [key, driver.driver],
          data: { limit: side },
        },
      ]
    })
  })
}
