/** Motors that stall: at a stand, or turned back by their load, although they pull. */
import { CoordinateLoad } from '../dynamics/loads/coordinate-load'
import type { Physics } from '../dynamics/physics'
import type { ForceReader } from '../dynamics/force-reader'
import type { Mechanism } from '../mechanism/compile'
import { Reader } from '../mechanism/reading'
import type { MotionState } from '../mechanism/state'
import type { Problem } from '../result'
import { formatQuantity } from '../units/format'
import { STALLED_RATE } from './tolerances'

export class StallWatch {
  private readonly motors: readonly CoordinateLoad[]
  private readonly reader: Reader
  /** Since when each does not turn [s]; not a number while it turns. */
  private readonly since: Float64Array
  private readonly told = new Set<number>()

  constructor(
    private readonly mechanism: Mechanism,
    { loads }: Physics,
    private readonly forces: ForceReader,
  ) {
    this.motors = loads.acting.filter(
      (load): load is CoordinateLoad => load instanceof CoordinateLoad && load.law.turns !== undefined,
    )
    this.reader = new Reader(
      mechanism,
      this.motors.map(({ coordinate }) => coordinate),
    )
    this.since = new Float64Array(this.motors.length).fill(Number.NaN)
  }

  /** Looks at the present motion; returns what begins to stand. A motor that is only about to start does not stall. */
  look(state: MotionState, time: number): Problem[] {
    const { motors, reader, since, told, mechanism } = this
    if (motors.length === 0) return []
    reader.read(state, 0)
    return motors.flatMap((motor, k): Problem[] => {
      const { turns } = motor.law
      const scale = motor.coordinate.dimension === 'length' ? mechanism.size : 1
      if (reader.rates[k] * turns! > STALLED_RATE * scale) {
        since[k] = Number.NaN
        told.delete(k)
        return []
      }
      if (Number.isNaN(since[k])) since[k] = time
      // it has to be so at a later instant, too
      if (told.has(k) || time <= since[k] || motor.law.effort(reader.values[k], reader.rates[k], time) === 0)
        return []
      told.add(k)
      return [this.stall(motor, since[k], reader.rates[k] * turns! < -STALLED_RATE * scale, reader, k, time)]
    })
  }

  /** Code: `motor-stalls`. */
  private stall(
    { id, name, coordinate, law }: CoordinateLoad,
    since: number,
    isTurnedBack: boolean,
    { values, rates }: Reader,
    k: number,
    time: number,
  ): Problem {
    const { source } = this.mechanism.geometry.joints[coordinate.joint]
    const unit = coordinate.dimension === 'length' ? 'N' : 'N m'
    const gives = formatQuantity(Math.abs(law.effort(values[k], rates[k], time)), unit, 3)
    const why = isTurnedBack
      ? 'its load turns it back'
      : this.forces.isHeld(coordinate.link)
        ? `it gives ${gives} at ${source.name}, and friction or a limit holds that`
        : `it gives ${gives} at ${source.name}, and its load holds that`
    return {
      code: 'motor-stalls',
      message: `${name} stalls at ${since.toFixed(3)} s: ${why}. Give it a larger stall torque or ratio, or take load off.`,
      ids: [id, source.id],
      data: { time: since },
    }
  }
}
