/** Datums made for their own sake: where somebody types them, on a pick, or between two picks of one body. */
import { copyOf } from '../../document/copy'
import type { MechanismDocument } from '../../document/format/mechanism'
import type { Between, Datum, Placement } from '../../document/format/parts'
import { freshId, slug, unused } from '../../document/ids'
import { datumOf } from '../../document/picks'
import type { DatumPick } from '../../document/picks'
import { datumsOn } from '../../geometry/places'
import type { Frame } from '../../maths/frame'
import { fail, succeed } from '../../result'
import type { Result } from '../../result'

/** What places a datum, before it is moved along its own axes, flipped and turned. */
export type DatumBase =
  | { readonly body: string; readonly at: Placement }
  | { readonly on: DatumPick }
  | { readonly between: Between['kind']; readonly a: DatumPick; readonly b: DatumPick }

/** How a datum is moved from what places it. */
export type DatumShift = Pick<Datum, 'offset' | 'flip' | 'turn'>

/** The document with the datum in it. */
export interface DatumDraft {
  readonly document: MechanismDocument
  readonly datum: string
  readonly body: string
  /** On its body. */
  readonly frame: Frame
}

/** Errors: `pick-elsewhere` for two picks on two bodies, those of datums. */
export function addOwnDatum(
  document: MechanismDocument,
  name: string,
  base: DatumBase,
  shift: DatumShift = {},
): Result<DatumDraft> {
  const draft = copyOf(document)
  const placed = placedBy(draft, base)
  if (!placed.ok) return placed
  const taken = draft.datums.filter(({ own, body }) => own && body === placed.value.body)
  const called = unused(new Set(taken.map((datum) => datum.name)), name)
  const datum: Datum = {
    ...placed.value,
    ...shift,
    id: freshId(draft, slug(called)),
    name: called,
    own: true,
  }
  draft.datums.push(datum)
  const frames = datumsOn(draft, datum.body)
  return frames.ok
    ? succeed({ document: draft, datum: datum.id, body: datum.body, frame: frames.value.get(datum.id)! })
    : frames
}

/** A datum placed as the base says, without its name. */
function placedBy(draft: MechanismDocument, base: DatumBase): Result<Omit<Datum, 'id' | 'name'>> {
  if ('at' in base) return succeed({ body: base.body, at: base.at })
  if ('on' in base) {
    const { body, feature, at, on } = base.on
    return succeed({ body, ...(feature ? { feature } : on === undefined ? { at } : { on }) })
  }
  const { a, b, between: kind } = base
  if (a.body !== b.body) {
    return fail({
      code: 'pick-elsewhere',
      message: 'The two picks are on different bodies; a datum between them needs both on one body.',
      ids: [a.body, b.body],
    })
  }
  return succeed({ body: a.body, between: { kind, a: datumOf(draft, a), b: datumOf(draft, b) } })
}
