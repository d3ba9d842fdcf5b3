/** What acts along a freedom of a joint, for the probes of effort and power. */
import type { Probe } from '../document/format/probes'
import { CoordinateLoad } from '../dynamics/loads/coordinate-load'
import type { ForceReader } from '../dynamics/force-reader'
import type { Mechanism } from '../mechanism/compile'
import { coordinateOf } from '../mechanism/coordinate'
import type { Coordinate } from '../mechanism/coordinate'
import { Reader } from '../mechanism/reading'
import type { MotionState } from '../mechanism/state'
import { succeed } from '../result'
import type { Result } from '../result'
import { unsuited } from './probe-type'

/** Error: `probe-freedom`. */
export function coordinateOfProbe(mechanism: Mechanism, probe: Probe, path: string): Result<Coordinate> {
  const found = coordinateOf(mechanism, probe.joint, probe.freedom)
  if (found) return succeed(found)
  const { source, type } = mechanism.geometry.joints.find((one) => one.source.id === probe.joint)!
  const names = type.freedoms.map(({ name }) => name).join(', ') || 'none'
  return unsuited(
    probe,
    `${path}/freedom`,
    `${source.name} has these freedoms: ${names}; name one that moves.`,
  )
}

/** Effort along a coordinate and its rate, at the present motion. */
export class JointEffort {
  rate = 0
  private readonly reader: Reader
  private readonly loads: readonly CoordinateLoad[]

  constructor(
    private readonly forces: ForceReader,
    private readonly coordinate: Coordinate,
  ) {
    this.reader = new Reader(forces.mechanism, [coordinate])
    this.loads = forces.physics.loads.acting.filter(
      (load): load is CoordinateLoad => load instanceof CoordinateLoad && load.coordinate === coordinate,
    )
  }

  /** Of drivers, loads and what holds it still, in the direction of the coordinate [N m, N]; not a number where it is not known. */
  read(state: MotionState, step: number): number {
    const { forces, coordinate, reader, loads } = this
    reader.read(state, step)
    this.rate = reader.rates[0]
    const inverse = forces.efforts(state)
    if (!inverse) return Number.NaN
    const { link } = coordinate
    if (link >= 0) return inverse.efforts[link] + inverse.loadEfforts[link]
    // drivers of a joint that closes a loop push by rows of their own
    const { rows } = forces.equations!
    const along = loads.reduce(
      (sum, { law }) => sum + law.effort(reader.values[0], reader.rates[0], state.time),
      0,
    )
    return rows.reduce(
      (sum, { owner, terms, weight }, row) =>
        owner.kind === 'driver' && terms === coordinate.terms ? sum + inverse.multipliers[row] * weight : sum,
      along,
    )
  }
}
