/** A scenario of the document in SI: its length, its instants and its drivers. */
import { isMovedByForces } from '../document/moved-by-forces'
import { switchedByCues } from '../document/walk'
import type { Scenario } from '../document/format/scenarios'
import type { Mechanism } from '../mechanism/compile'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { parseQuantity } from '../units/quantity'
import { resolveLoads } from '../dynamics/loads/resolve'
import { spanValue } from '../units/share'
import { cueType } from './cues/registry'
import { pulling, resolveDriver } from './drivers/drivers'
import { Timing } from './timing'
import type { ResolvedDriver } from './drivers/driver-type'

/** The most frames that one take may hold. */
const MOST_FRAMES = 200_000

export interface ResolvedScenario {
  readonly source: Scenario
  /** Place in the list of the document. */
  readonly index: number
  /** Place in the document. */
  readonly path: string
  /** [s] */
  readonly length: number
  readonly frames: number
  readonly drivers: readonly ResolvedDriver[]
  /** When everything starts; made anew, since a run fills in what it meets. */
  readonly timing: () => Timing
}

/**
 * @param index which scenario of the document
 * Errors: `scenario-length`, `scenario-too-long`, and those of `resolveDriver`.
 */
export function resolveScenario(mechanism: Mechanism, index: number): Result<ResolvedScenario> {
  const source = mechanism.geometry.document.scenarios[index]
  const path = `/scenarios/${index}`
  const problems: Problem[] = []
  const drivers: ResolvedDriver[] = []
  const length = parseQuantity(source.length, 'time')
  if (!length.ok || length.value <= 0) {
    problems.push({
      code: 'scenario-length',
      message: `${source.name}: the length is ${source.length}; it must be more than zero seconds.`,
      pointer: `${path}/length`,
      ids: [source.id],
    })
  }
  const seconds = length.ok ? length.value : 0
  const frames = Math.round(seconds * source.frameRate) + 1
  if (frames > MOST_FRAMES) {
    problems.push({
      code: 'scenario-too-long',
      message: `${source.name}: ${seconds} s at ${source.frameRate} frames a second makes ${frames} frames; at most ${MOST_FRAMES} can be kept. Shorten the run or lower the frame rate.`,
      pointer: `${path}/length`,
      ids: [source.id],
    })
  }
  const timing = () => timingOf(mechanism, source, seconds)
  const tried = timing()
  const restored = switchedByCues(mechanism.geometry.document, source.id)
  source.drivers.forEach((driver, k) => {
    if (driver.suspended && !restored.has(driver.id)) return
    const driving = resolveDriver(mechanism, driver, `${path}/drivers/${k}`, tried)
    const resolved = driving.ok && isMovedByForces(source) ? pulling(mechanism, driving.value) : driving
    if (resolved.ok) drivers.push(resolved.value)
    else problems.push(...resolved.problems)
  })
  const loads = resolveLoads(mechanism, index)
  if (!loads.ok)
    problems.push(...loads.problems.filter(({ pointer }) => index === 0 || pointer?.startsWith(path)))
  return problems.length > 0
    ? fail(...problems)
    : succeed({ source, index, path, length: seconds, frames: Math.max(2, frames), drivers, timing })
}

/** The timing of a scenario with how long its cues take; drivers add how long their moves take. */
function timingOf(mechanism: Mechanism, source: Scenario, length: number): Timing {
  const timing = new Timing(mechanism.geometry.document, source, length)
  for (const cue of source.cues ?? []) {
    const duration = cueType(cue.kind).duration?.(cue, length)
    if (duration !== undefined) timing.setDuration(cue.id, duration)
  }
  for (const { id, duration } of source.shots ?? []) timing.setDuration(id, spanValue(duration, length))
  return timing
}
