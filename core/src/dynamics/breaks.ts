/** Instants at which what acts on a motion may jump: no step goes past one. */
import { CoordinateLoad } from './loads/coordinate-load'
import type { Loads } from './loads/loads'

/** Those of loads, such as a servo whose course jumps [s]. */
export const breaksOf = ({ acting }: Loads): number[] =>
  acting.flatMap((load) => (load instanceof CoordinateLoad ? (load.law.breaks ?? []) : []))

/** The first of some instants after a time; infinite for none. */
export function firstAfter(instants: readonly number[], time: number): number {
  let first = Infinity
  for (let k = 0; k < instants.length; k++) if (instants[k] > time && instants[k] < first) first = instants[k]
  return first
}
