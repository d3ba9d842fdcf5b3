/** The place midway between two picks. */
import { fail, ORIGIN, placementOf, succeed } from '@ligamen/core'
import type { Result } from '@ligamen/core'
import type { NamedDatum } from './named-datums'

/** The middle between two picked faces of one body. */
export function midwayOf(a: NamedDatum, b: NamedDatum): Result<NamedDatum> {
  if (a.pick.body !== b.pick.body)
    return fail({
      code: 'pick-nothing',
      message: 'Both faces have to be on one body; pick another face of the same one.',
    })
  const frame = a.frame.slice()
  for (let k = 0; k < 3; k++) frame[ORIGIN + k] = (a.frame[ORIGIN + k]! + b.frame[ORIGIN + k]!) / 2
  const words = `midway between ${a.pick.name} and ${b.pick.name}`.slice(0, 120)
  return succeed({ pick: { name: words, body: a.pick.body, at: placementOf(frame) }, frame, words })
}
