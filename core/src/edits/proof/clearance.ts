/** Which pairs of bodies or groups are looked at for clearance: only some, or not some of them. */
import type { BodyPair, ClearanceSettings } from '../../document/format/clearance'
import type { MechanismDocument } from '../../document/format/mechanism'

const isSame = (one: BodyPair, { a, b }: BodyPair): boolean =>
  (one.a === a && one.b === b) || (one.a === b && one.b === a)

type List = 'ignored' | 'pairs'

function addTo(draft: MechanismDocument, list: List, pair: BodyPair): void {
  const listed = draft.clearance?.[list] ?? []
  if (listed.some((one) => isSame(one, pair))) return
  draft.clearance = { ...draft.clearance, [list]: [...listed, pair] }
}

/** A list that becomes empty is left out, and settings that say nothing. */
function takeFrom(draft: MechanismDocument, list: List, pair: BodyPair): void {
  const { [list]: listed = [], ...rest } = draft.clearance ?? {}
  const left = listed.filter((one) => !isSame(one, pair))
  const settings: ClearanceSettings = left.length > 0 ? { ...rest, [list]: left } : rest
  if (Object.keys(settings).length > 0) draft.clearance = settings
  else delete draft.clearance
}

/** Leaves a pair out. */
export const ignorePair = (draft: MechanismDocument, a: string, b: string): void =>
  addTo(draft, 'ignored', { a, b })

/** Looks at a pair again. */
export const lookAtPair = (draft: MechanismDocument, a: string, b: string): void =>
  takeFrom(draft, 'ignored', { a, b })

/** Looks at a pair, and at no others but those that are named likewise. */
export const namePair = (draft: MechanismDocument, a: string, b: string): void =>
  addTo(draft, 'pairs', { a, b })

/** Takes a pair off those that are named; without any, all are looked at. */
export const unnamePair = (draft: MechanismDocument, a: string, b: string): void =>
  takeFrom(draft, 'pairs', { a, b })
