/** A datum while it is being given: its usual values, what places it and how it is moved from there. */
import { addOwnDatum, fail, siOr } from '@ligamen/core'
import type { DatumBase, DatumPick, DatumShift, MechanismDocument, Quantity } from '@ligamen/core'

/** What can place a datum, in words. */
export const DATUM_WAYS = {
  place: 'typed place on a body',
  pick: 'on a pick or another datum',
  midpoint: 'midway between two picks',
  'mid-plane': 'plane midway between two faces',
  intersection: 'where an axis meets a plane',
} as const
export type DatumWay = keyof typeof DATUM_WAYS

export type Three = [Quantity, Quantity, Quantity]
const ORIGIN: Three = ['0 mm', '0 mm', '0 mm']
const UP: Three = ['0', '0', '1']

export const blankDatum = () => ({
  way: 'place' as DatumWay,
  /** Typed; the usual name when empty. */
  named: '',
  /** For a typed place: on which body, null for the selected one. */
  body: null as string | null,
  position: [...ORIGIN] as Three,
  /** Where z points; any length. */
  direction: [...UP] as Three,
  /** Along its own axes. */
  offset: [...ORIGIN] as Three,
  turn: '0 deg' as Quantity,
  flip: false,
})

const isNothing = (three: readonly Quantity[], dimension: 'length' | 'number') =>
  three.every((quantity) => siOr(quantity, dimension) === 0)

type Given = ReturnType<typeof blankDatum>
type Picked = { readonly pick: DatumPick } | null

/** Null until all is given. Error: `direction-zero`, those of own datums. */
export function proposedDatum(
  document: MechanismDocument,
  given: Given,
  body: string | null,
  first: Picked,
  second: Picked,
) {
  const base = baseOf(given, body, first, second)
  if (!base) return null
  if (given.way === 'place' && isNothing(given.direction, 'number')) {
    return fail({
      code: 'direction-zero',
      message: 'The direction is 0, 0, 0; one of its three numbers has to be another.',
    })
  }
  return addOwnDatum(document, given.named.trim() || 'datum', base, shiftOf(given))
}

function baseOf(
  { way, position, direction }: Given,
  body: string | null,
  first: Picked,
  second: Picked,
): DatumBase | null {
  if (way === 'place') {
    const axis = direction.map((quantity) => siOr(quantity, 'number')) as [number, number, number]
    const isUp = axis[0] === 0 && axis[1] === 0 && axis[2] > 0
    return body === null ? null : { body, at: { position: [...position], ...(isUp ? {} : { axis }) } }
  }
  if (way === 'pick') return first && { on: first.pick }
  return first && second && { between: way, a: first.pick, b: second.pick }
}

const shiftOf = ({ offset, flip, turn }: Given): DatumShift => ({
  ...(isNothing(offset, 'length') ? {} : { offset: [...offset] }),
  ...(flip ? { flip } : {}),
  ...(siOr(turn, 'angle') === 0 ? {} : { turn }),
})
