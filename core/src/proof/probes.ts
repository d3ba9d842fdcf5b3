/** Probes: measured quantities with their exact first and second derivatives, one factory for each kind. */
import type { Probe } from '../document/mechanism'
import type { Mechanism } from '../kinematics/compile'
import { FRAME, multiply, ORIGIN } from '../maths/frame'
import type { Measure } from '../motion/run'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'

type Factory = (mechanism: Mechanism, probe: Probe, path: string) => Result<Measure>

const factories: Readonly<Record<Probe['kind'], Factory>> = {
  'datum-position': datumPosition,
  'joint-position': jointPosition,
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

/** One coordinate of a datum's origin in ground [m]. */
function datumPosition(mechanism: Mechanism, probe: Probe): Result<Measure> {
  const { body, frame } = mechanism.geometry.datums.get(probe.datum!)!
  const offset = mechanism.bodyFrame.slice(FRAME * body, FRAME * body + FRAME)
  const [ox, oy, oz] = multiply(offset, frame).subarray(ORIGIN, ORIGIN + 3)
  const link = mechanism.bodyLink[body]
  const i = { x: 0, y: 1, z: 2 }[probe.along!]
  const point = new Float64Array(3)
  const velocity = new Float64Array(3)
  const j = (i + 1) % 3
  const k = (i + 2) % 3
  return succeed({
    channel: { key: probe.id, name: probe.name, measures: 'length' },
    read: (state, _, out, at) => {
      const { world, twist, twistRate } = state
      const f = FRAME * link
      const v = 6 * link
      for (let a = 0; a < 3; a++) {
        point[a] = world[f + ORIGIN + a] + world[f + a] * ox + world[f + 3 + a] * oy + world[f + 6 + a] * oz
      }
      for (let a = 0; a < 3; a++) {
        const b = (a + 1) % 3
        const c = (a + 2) % 3
        velocity[a] = twist[v + 3 + a] + twist[v + b] * point[c] - twist[v + c] * point[b]
      }
      out[at] = point[i]
      out[at + 1] = velocity[i]
      out[at + 2] =
        twistRate[v + 3 + i] +
        twistRate[v + j] * point[k] -
        twistRate[v + k] * point[j] +
        twist[v + j] * velocity[k] -
        twist[v + k] * velocity[j]
    },
  })
}

/** The coordinate of a joint [rad or m]. */
function jointPosition(mechanism: Mechanism, probe: Probe, path: string): Result<Measure> {
  const { geometry, coordinates } = mechanism
  const column = coordinates.findIndex(
    (c) => geometry.joints[c.joint].source.id === probe.joint && c.freedom.name === probe.freedom,
  )
  if (column < 0) {
    return fail({
      code: 'probe-freedom',
      message: `${probe.name}: that joint has no freedom “${probe.freedom}”, or it is suspended.`,
      path: `${path}/freedom`,
      ids: [probe.id],
    })
  }
  const measures = coordinates[column].freedom.motion === 'turn' ? 'angle' : 'length'
  return succeed({
    channel: { key: probe.id, name: probe.name, measures },
    read: (_, coordinate, out, at) => {
      out[at] = coordinate.values[column]
      out[at + 1] = coordinate.rates[column]
      out[at + 2] = coordinate.accelerations[column]
    },
  })
}
