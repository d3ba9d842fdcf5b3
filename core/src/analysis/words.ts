/** Mobility in sentences. */
import type { Mobility } from './mobility'

export interface MobilityWords {
  /** "Mobility 1 · driven 1 · fully determined" */
  readonly line: string
  /** "3 harmless redundancies", or null when there is none. */
  readonly redundancies: string | null
}

/** @param drivers how many drivers act, none of them too many */
export function mobilityWords({ mobility, redundant }: Mobility, drivers: number): MobilityWords {
  const left = mobility - drivers
  const rest = left === 0 ? 'fully determined' : `${left} free ${left === 1 ? 'motion' : 'motions'} left`
  const n = redundant.length
  return {
    line: `Mobility ${mobility} · driven ${drivers} · ${rest}`,
    redundancies: n === 0 ? null : `${n} harmless ${n === 1 ? 'redundancy' : 'redundancies'}`,
  }
}
