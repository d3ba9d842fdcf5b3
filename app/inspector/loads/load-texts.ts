/** Tables of loads as lines of text, and back. */
import type { Quantity } from '@ligamen/core'

/** "-10 deg: 0.1 N m; 0 deg: 0 N m" */
export const pairsText = (pairs: readonly (readonly [Quantity, Quantity])[]): string =>
  pairs.map(([where, what]) => `${where}: ${what}`).join('; ')

/** Pairs one after the other or a line each; a pair that is none stays one value, so that it is refused. */
export const pairsOf = (text: string): [Quantity, Quantity][] =>
  text
    .split(/[;\n]+/)
    .filter((pair) => pair.trim() !== '')
    .map((pair) => pair.split(':').map((side) => side.trim()) as [Quantity, Quantity])
