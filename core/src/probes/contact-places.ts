/** Where the bodies of a contact touch in a run by masses and loads. */
import { ContactForces } from '../dynamics/contact/contact-forces'
import type { Meeting } from '../dynamics/contact/meeting'
import type { ForceReader } from '../dynamics/force-reader'

/** Null where contacts have no part in the run. */
export function closedOf(forces: ForceReader | null, contact: string): readonly Meeting[] | null {
  const acting = forces?.physics.loads.acting.find((load) => load instanceof ContactForces)
  return acting ? acting.closed.filter(({ on }) => on.contact.id === contact) : null
}
