/** Datums for picks: what a person points at becomes a datum, once. */
import type { MechanismDocument } from '../document/format/mechanism'
import { freshId, slug } from '../proposals/joining'
import type { Pick } from '../proposals/joining'

/** The datum of a pick, by id: one that stands there already, else a new one in the draft. */
export function datumOf(draft: MechanismDocument, pick: Pick): string {
  const same = draft.datums.find(
    ({ body, feature, offset, flip, turn }) =>
      pick.feature !== undefined &&
      body === pick.body &&
      feature?.placed === pick.feature.placed &&
      feature.name === pick.feature.name &&
      offset === undefined &&
      flip === undefined &&
      turn === undefined,
  )
  if (same) return same.id
  const id = freshId(draft, slug(pick.name))
  draft.datums.push({ ...pick, id })
  return id
}
