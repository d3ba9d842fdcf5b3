/** Every class of the document format, found from the document down. */
import { MechanismDocument } from '../../src/document/format/mechanism'
import { nestingsOf } from '../../src/document/rules/nested'
import type { Constructor } from '../../src/document/rules/nested'

export function nestedClasses(): Constructor[] {
  const found = new Set<Constructor>([MechanismDocument])
  for (const type of found) {
    for (const { type: nested } of nestingsOf(type).values()) {
      const of = nested()
      for (const one of typeof of === 'function' ? [of] : Object.values(of)) found.add(one)
    }
  }
  return [...found]
}
