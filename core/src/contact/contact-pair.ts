/** Two shapes of a mechanism that may touch by a contact. */
import type { Contact } from '../document/format/contacts'
import type { Pair, Term } from '../mechanism/rows'
import type { Place, PlaceFinder } from '../proximity/place'

export interface ContactPair<P extends Place = Place> {
  readonly contact: Contact
  /** Bodies by index. */
  readonly bodies: readonly [number, number]
  readonly finder: PlaceFinder<P>
  /** The frames of the shapes, on the links of their bodies; of outlines their planes. */
  readonly pair: Pair
  /** The gap in a place as a term of a row. */
  term(place: P): Term
}
