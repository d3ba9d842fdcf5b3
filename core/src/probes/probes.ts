/** Probes: measured quantities with their exact first and second derivatives, one factory for each kind. */
import type { Probe } from '../document/format/probes'
import type { Mechanism } from '../mechanism/compile'
import {
  Axis,
  axesAngle,
  distance,
  firstTurnX,
  secondTurnY,
  slide,
  thirdTurnZ,
  turn,
} from '../mechanism/conditions'
import type { Condition } from '../mechanism/conditions'
import { coordinateOf } from '../mechanism/coordinate'
import { measured, Reader } from '../mechanism/reading'
import type { Reading } from '../mechanism/reading'
import { pairTerm } from '../mechanism/rows'
import type { Pair } from '../mechanism/rows'
import { MotionState } from '../mechanism/state'
import type { Measure } from '../motion/take'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'

type Factory = (mechanism: Mechanism, probe: Probe, path: string) => Result<Measure>

const AXES = { x: Axis.X, y: Axis.Y, z: Axis.Z } as const
const TURNS = [firstTurnX, secondTurnY, thirdTurnZ] as const

const pairOf = (mechanism: Mechanism, probe: Probe): Pair =>
  mechanism.pairOf(probe.from ?? null, probe.datum!)

const factories: Readonly<Record<Probe['kind'], Factory>> = {
  'joint-position': jointPosition,
  'mate-value': mateValue,
  'datum-position': (mechanism, probe) => {
    const pair = pairOf(mechanism, probe)
    return reading(mechanism, probe, plain(pair, slide(AXES[probe.along!]), 'length'))
  },
  orientation: (mechanism, probe) => {
    const pair = pairOf(mechanism, probe)
    // a turn about z alone counts turns
    const sum = probe.along === 'z' ? measured(new MotionState(mechanism), pair, turn) : null
    return reading(
      mechanism,
      probe,
      sum && sum.terms.every(({ link }) => link >= 0)
        ? { ...sum, measures: 'angle' }
        : plain(pair, TURNS[AXES[probe.along!]], 'angle'),
    )
  },
  distance: (mechanism, probe) =>
    reading(mechanism, probe, plain(pairOf(mechanism, probe), distance, 'length')),
  angle: (mechanism, probe) => reading(mechanism, probe, plain(pairOf(mechanism, probe), axesAngle, 'angle')),
  'angular-velocity': angularVelocity,
}

/** Measures for all probes of the document. Errors: `probe-freedom`. */
export function resolveProbes(mechanism: Mechanism): Result<Measure[]> {
  const measures: Measure[] = []
  const problems: Problem[] = []
  mechanism.geometry.document.probes.forEach((probe, i) => {
    const measure = factories[probe.kind](mechanism, probe, `/probes/${i}`)
    if (measure.ok) measures.push(measure.value)
    else problems.push(...measure.problems)
  })
  return problems.length > 0 ? fail(...problems) : succeed(measures)
}

const plain = (pair: Pair, condition: Condition, measures: 'length' | 'angle'): Reading => ({
  terms: [pairTerm(pair, condition)],
  constant: 0,
  measures,
})

function reading(mechanism: Mechanism, probe: Probe, source: Reading): Result<Measure> {
  const reader = new Reader(mechanism, [source])
  return succeed({
    channel: { key: probe.id, name: probe.name, measures: source.measures },
    read: (state, step, out, at) => {
      reader.read(state, step)
      out[at] = reader.values[0]
      out[at + 1] = reader.rates[0]
      out[at + 2] = reader.accelerations[0]
    },
  })
}

/** The coordinate of a joint [rad or m]. */
function jointPosition(mechanism: Mechanism, probe: Probe, path: string): Result<Measure> {
  const found = coordinateOf(mechanism, probe.joint, probe.freedom)
  return found
    ? reading(mechanism, probe, found)
    : fail({
        code: 'probe-freedom',
        message: `${probe.name}: that joint has no freedom “${probe.freedom ?? ''}”, or it is suspended.`,
        path: `${path}/freedom`,
        ids: [probe.id],
      })
}

/** The value of an angle or distance mate. */
function mateValue(mechanism: Mechanism, probe: Probe, path: string): Result<Measure> {
  const found = mechanism.mateReadings.find(({ mate }) => mate.source.id === probe.mate)
  return found
    ? reading(mechanism, probe, found)
    : fail({
        code: 'probe-freedom',
        message: `${probe.name}: that mate measures nothing, or it is suspended; an angle or a distance has a value.`,
        path: `${path}/mate`,
        ids: [probe.id],
      })
}

/**
 * A component of a body's angular velocity in ground [rad/s], with its derivative. It is a rate already: its second
 * derivative would need the jerk of the motion, which is not solved, and is not a number.
 */
function angularVelocity(mechanism: Mechanism, probe: Probe): Result<Measure> {
  const body = mechanism.geometry.datums.get(probe.datum!)!.body
  const at6 = 6 * mechanism.bodyLink[body] + AXES[probe.along!]
  return succeed({
    channel: { key: probe.id, name: probe.name, measures: 'angularSpeed' },
    read: ({ twist, twistRate }, _, out, at) => {
      out[at] = twist[at6]
      out[at + 1] = twistRate[at6]
      out[at + 2] = Number.NaN
    },
  })
}
