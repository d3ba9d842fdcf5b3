/** How well the energies of a free motion balance: a check of the solving on itself. */
import { ENERGIES } from './take'
import type { Take } from './take'

export interface EnergyBalance {
  /** Largest difference of kinetic + stored + lost - driven from what it was at the start [J]. */
  readonly error: number
  /** Largest of all these energies, counted from the start [J]. */
  readonly size: number
}

/** Null for a take that drivers alone prescribe. */
export function energyBalance({ energies, frames }: Pick<Take, 'energies' | 'frames'>): EnergyBalance | null {
  if (energies.length === 0 || frames === 0) return null
  const sum = (frame: number) => {
    const [kinetic, stored, lost, driven] = energies.subarray(ENERGIES * frame)
    return kinetic + stored + lost - driven
  }
  const start = sum(0)
  let [error, size] = [0, 0]
  for (let frame = 0; frame < frames; frame++) {
    error = Math.max(error, Math.abs(sum(frame) - start))
    for (let k = 0; k < ENERGIES; k++)
      size = Math.max(size, Math.abs(energies[ENERGIES * frame + k] - energies[k]))
  }
  return { error, size }
}
