/** What acts along a freedom of a joint, for the probes of effort and power. */
import type { Probe } from '../document/format/probes'
import { CoordinateLoad } from '../dynamics/loads/coordinate-load'
import type { ForceReader } from '../dynamics/force-reader'
import type { Physics } from '../dynamics/physics'
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
  private loads: readonly CoordinateLoad[] = []
  private physics: Physics | null = null

  constructor(
    private readonly forces: ForceReader,
    private readonly coordinate: Coordinate,
  ) {
    this.reader = new Reader(forces.mechanism, [coordinate])
  }

  /**
   * Of what drives it or keeps it where it is, in the direction of the coordinate [N m, N]: drivers, motors, efforts; not springs,
   * friction and stops, against which these work. Not a number where it is not known.
   */
  read(state: MotionState, step: number): number {
    const { forces, coordinate, reader } = this
    reader.read(state, step)
    this.rate = reader.rates[0]
    const inverse = forces.efforts(state)
    if (!inverse) return Number.NaN
    const { link } = coordinate
    // servos come and go with what acts
    if (this.physics !== forces.physics) this.findLoads()
    let along = 0
    for (const { law } of this.loads) along += law.effort(reader.values[0], reader.rates[0], state.time)
    if (link >= 0) return forces.isHeld(link) ? along : inverse.efforts[link] + along
    // drivers of a joint that closes a loop push by rows of their own
    const { rows } = forces.equations!
    return rows.reduce(
      (sum, { owner, terms, weight }, row) =>
        owner.kind === 'driver' && terms === coordinate.terms ? sum + inverse.multipliers[row] * weight : sum,
      along,
    )
  }

  private findLoads(): void {
    const { physics } = this.forces
    this.physics = physics
    this.loads = physics.loads.acting.filter(
      (load): load is CoordinateLoad =>
        load instanceof CoordinateLoad && load.coordinate === this.coordinate && load.law.drives === true,
    )
  }
}
