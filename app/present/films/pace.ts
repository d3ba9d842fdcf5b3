/** How far a film is, and how long it will take as it has gone so far. */
import type { FilmPlan } from './protocol'

export interface Making {
  readonly plan: FilmPlan
  readonly phase: 'solving' | 'drawing' | 'writing'
  readonly done: number
  readonly total: number
  /** Left, in seconds; null while it is not known. */
  readonly left: number | null
}

/** Frames after which it is known how long one takes. */
const KNOWN = 3

export class Pace {
  private phase: Making['phase'] = 'solving'
  private began = { at: 0, done: 0 }

  /** @param now [ms] */
  noted(
    plan: FilmPlan,
    phase: Making['phase'],
    { done, total }: { readonly done: number; readonly total: number },
    now = performance.now(),
  ): Making {
    if (phase !== this.phase || done < this.began.done) {
      this.phase = phase
      this.began = { at: now, done }
    }
    const drawn = done - this.began.done
    const left = drawn >= KNOWN ? ((now - this.began.at) / 1000 / drawn) * (total - done) : null
    return { plan, phase, done, total, left }
  }
}
