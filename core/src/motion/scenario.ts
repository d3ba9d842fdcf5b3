/** A scenario of the document in SI: its length, its instants and its drivers as functions of time. */
import type { MechanismDocument, Motor, Scenario } from '../document/mechanism'
import type { Mechanism } from '../kinematics/compile'
import type { Driven } from '../kinematics/driving'
import type { Drive } from '../kinematics/solver'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { parseQuantity } from '../units/quantity'
import { motor } from './motor'

/** The most frames that one take may hold. */
const MOST_FRAMES = 200_000

export interface ResolvedDriver extends Driven {
  /** Writes displacement from the start, rate and acceleration. */
  readonly displacement: (time: number, out: Float64Array) => void
}

export interface ResolvedScenario {
  readonly source: Scenario
  /** [s] */
  readonly length: number
  readonly frames: number
  readonly drivers: readonly ResolvedDriver[]
}

/**
 * @param index which scenario of the document
 * Errors: `scenario-length`, `scenario-too-long`, `driver-freedom`, `driver-speed`, `driver-run-up`, `driver-on-loop`.
 */
export function resolveScenario(mechanism: Mechanism, index: number): Result<ResolvedScenario> {
  const document: MechanismDocument = mechanism.geometry.document
  const source = document.scenarios[index]
  const path = `/scenarios/${index}`
  const problems: Problem[] = []
  const drivers: ResolvedDriver[] = []
  const length = parseQuantity(source.length, 'time')
  if (!length.ok || length.value <= 0) {
    problems.push({
      code: 'scenario-length',
      message: `${source.name}: the length is ${source.length}; it must be more than zero seconds.`,
      path: `${path}/length`,
      ids: [source.id],
    })
  }
  const seconds = length.ok ? length.value : 0
  const frames = Math.round(seconds * source.frameRate) + 1
  if (frames > MOST_FRAMES) {
    problems.push({
      code: 'scenario-too-long',
      message: `${source.name}: ${seconds} s at ${source.frameRate} frames a second makes ${frames} frames; at most ${MOST_FRAMES} can be kept. Shorten the run or lower the frame rate.`,
      path: `${path}/length`,
      ids: [source.id],
    })
  }
  source.drivers.forEach((driver, k) => {
    const resolved = resolveMotor(mechanism, driver, `${path}/drivers/${k}`)
    if (resolved.ok) drivers.push(resolved.value)
    else problems.push(...resolved.problems)
  })
  return problems.length > 0
    ? fail(...problems)
    : succeed({ source, length: seconds, frames: Math.max(2, frames), drivers })
}

/** The drives of a scenario, which start from the coordinates `home`. */
export function drivesFrom(scenario: ResolvedScenario, home: Float64Array): Drive[] {
  return scenario.drivers.map(({ link, displacement }) => {
    const start = home[link]
    return {
      link,
      evaluate: (time, out) => {
        displacement(time, out)
        out[0] += start
      },
    }
  })
}

function resolveMotor(mechanism: Mechanism, driver: Motor, path: string): Result<ResolvedDriver> {
  const { geometry, coordinates } = mechanism
  const problem = (code: string, field: string, message: string): Result<never> =>
    fail({ code, message, path: `${path}/${field}`, ids: [driver.id, driver.joint] })
  const joint = geometry.joints.findIndex((j) => j.source.id === driver.joint)
  const { source, type } = geometry.joints[joint]
  if (source.suspended) {
    return problem('driver-suspended', 'joint', `${source.name} is suspended and cannot be driven.`)
  }
  const coordinate = coordinates.find((c) => c.joint === joint && c.freedom.name === driver.freedom)
  if (!coordinate) {
    const names = type.freedoms.map((f) => f.name).join(', ') || 'none'
    return problem(
      'driver-freedom',
      'freedom',
      `${source.name} has no freedom “${driver.freedom}”; it has: ${names}.`,
    )
  }
  if (coordinate.link < 0) {
    return problem(
      'driver-on-loop',
      'joint',
      `${source.name} closes a loop in which every other joint has a driver already. Take one of the drivers away.`,
    )
  }
  const speed = parseQuantity(driver.speed, coordinate.freedom.motion === 'turn' ? 'angularSpeed' : 'speed')
  if (!speed.ok) return problem('driver-speed', 'speed', `${source.name}: ${speed.problems[0].message}`)
  const runUp = parseQuantity(driver.runUp, 'time')
  if (!runUp.ok || runUp.value < 0) {
    return problem(
      'driver-run-up',
      'runUp',
      `${source.name}: the run-up is ${driver.runUp}; it must be zero or more seconds.`,
    )
  }
  const signed = driver.reversed ? -speed.value : speed.value
  return succeed({
    link: coordinate.link,
    driver: driver.id,
    joint: source.id,
    jointName: source.name,
    displacement: (time, out) => motor(signed, runUp.value, time, out),
  })
}
