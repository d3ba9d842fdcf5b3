/** Picks: places on bodies that a person points at, and the datums they become, each once. */
import type { MechanismDocument } from './format/mechanism'
import type { Datum } from './format/parts'
import { freshId, slug } from './ids'

/** What a person has picked: a place on a body, as a datum would say it. */
export type DatumPick = Omit<Datum, 'id' | 'flip' | 'turn' | 'offset' | 'own'>

/** The datum of a pick, by id: one that is there already, else a new one in the draft. */
export function datumOf(draft: MechanismDocument, pick: DatumPick): string {
  if (pick.on !== undefined) return pick.on
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
