/**
 * Records instants between frames, as far as there is room: where the solver stopped, which it does just before and at every
 * jump of a rate or an acceleration, and what was just before a cue.
 */
import type { Reader } from '../mechanism/reading'
import type { Between } from './take'
import { SAME_INSTANT } from './tolerances'

/** Near a singular position the solver makes very many steps; the later ones are left out. */
const MOST_INSTANTS = 20_000
/** The most numbers kept. */
const MOST_NUMBERS = 4_000_000
/** What was before a cue is recorded so much earlier [s]. */
const JUST_BEFORE = 1e-11

type Arrays = readonly [Float64Array, Float64Array, Float64Array, Float64Array, Float64Array]

export class BetweenFrames {
  private readonly times: number[] = []
  /** Coordinates, rates, accelerations, third derivatives and probes, instant after instant. */
  private readonly numbers: readonly number[][] = [[], [], [], [], []]
  private readonly most: number
  /** The last step, whether it is recorded or not. */
  private readonly last: Arrays
  private lastTime = Number.NaN

  /** @param interval seconds between frames; infinite when other instants are recorded, and then nothing is */
  constructor(
    private readonly interval: number,
    columns: number,
    measures: number,
    /** Third derivatives are recorded, too. */
    private readonly hasThirds: boolean,
  ) {
    const room = Number.isFinite(interval) ? MOST_INSTANTS : 0
    this.most = Math.min(room, Math.floor(MOST_NUMBERS / (1 + 4 * columns + 3 * measures)))
    const coordinates = () => new Float64Array(columns)
    const thirds = new Float64Array(hasThirds ? columns : 0)
    this.last = [coordinates(), coordinates(), coordinates(), thirds, new Float64Array(3 * measures)]
  }

  /** The end of a step, or an instant from which the motion goes on anew; what was found later is forgotten. */
  note(
    time: number,
    isAnew: boolean,
    { values, rates, accelerations, thirds }: Reader,
    probes: Float64Array,
  ): void {
    const { times, numbers, last } = this
    while (times.length > 0 && times[times.length - 1] > time - SAME_INSTANT) {
      times.pop()
      numbers.forEach((list, k) => (list.length -= last[k].length))
    }
    if (isAnew && Math.abs(this.lastTime - time) <= SAME_INSTANT) this.push(time - JUST_BEFORE)
    last[0].set(values)
    last[1].set(rates)
    last[2].set(accelerations)
    if (this.hasThirds) last[3].set(thirds)
    last[4].set(probes)
    this.lastTime = time
    if (Math.abs(time - Math.round(time / this.interval) * this.interval) > SAME_INSTANT) this.push(time)
  }

  get all(): Between {
    const [coordinates, coordinateRates, coordinateAccelerations, coordinateThirds, probes] =
      this.numbers.map((list) => Float64Array.from(list))
    return {
      times: Float64Array.from(this.times),
      coordinates,
      coordinateRates,
      coordinateAccelerations,
      coordinateThirds,
      probes,
    }
  }

  private push(time: number): void {
    if (this.times.length >= this.most) return
    this.times.push(time)
    this.numbers.forEach((list, k) => this.last[k].forEach((value) => list.push(value)))
  }
}
