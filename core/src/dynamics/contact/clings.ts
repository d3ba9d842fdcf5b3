/** Why no forces can be found where bodies touch, in words. */
import { namesOn } from '../../contact/contact-problems'
import type { Mechanism } from '../../mechanism/compile'
import type { Problem } from '../../result'
import { listed } from '../../wording'
import type { Meeting } from './meeting'

/**
 * Friction against the motion may press harder than any force takes away, as with the rod of Painleve.
 * Code: `contact-jams`.
 */
export function clings(mechanism: Mechanism, closed: readonly Meeting[], time: number): Problem {
  const pairs = [...new Set(closed.map(({ on }) => namesOn(mechanism, on).join(' and ')))]
  return {
    code: 'contact-jams',
    message: `The motion stops at ${time.toFixed(3)} s: friction between ${listed(pairs)} grows faster than anything that could part them, so that no forces fit (Painlevé’s paradox). Take a smaller coefficient of friction, or another angle.`,
    ids: [...new Set(closed.flatMap(({ on }) => [on.contact.id]))],
    data: { time },
  }
}
