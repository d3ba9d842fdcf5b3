/** The rows of a block, evaluated together at the present motion: in the ground's plane where all of them are flat. */
import type { Equations } from './equations'
import { FlatRows } from './flat-rows'
import type { RowEntries } from './row-entries'
import type { MotionState } from './state'

/** Everything is scaled, see equations.ts. The pairs of the rows must be placed. */
export interface BlockRows {
  /** Writes the negative residuals. */
  residuals(out: Float64Array): void
  /** Adds the derivatives by the links of the entries. */
  gradients(out: Float64Array): void
  /**
   * Writes the negative rates; twists must be current.
   * @param bases whose twists count instead of those of the links of each row's pair, two a row
   */
  rates(out: Float64Array, bases: Int32Array | null): void
  /** Writes the negative second derivatives; twists and spatial accelerations must be current. */
  accelerations(out: Float64Array): void
}

export function blockRows(
  equations: Equations,
  state: MotionState,
  rows: Int32Array,
  entries: RowEntries,
): BlockRows {
  const flat = Array.from(rows, (row) => equations.flatRow(row) ?? [])
  if (!flat.some(Array.isArray)) return new FlatRows(equations.frames, state, flat.flat(), entries)
  return {
    residuals: (out) => equations.residuals(state, rows, out),
    gradients: (out) => equations.gradients(state, rows, entries, out),
    rates: (out, bases) => equations.rates(state, rows, out, bases),
    accelerations: (out) => equations.accelerations(state, rows, out),
  }
}
