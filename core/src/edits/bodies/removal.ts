/**
 * Taking things out of a mechanism with everything that hangs on them: what refers to something that is gone goes too,
 * until no reference is left dangling.
 */
import { copyOf } from '../../document/copy'
import type { MechanismDocument } from '../../document/format/mechanism'
import type { EntryKind } from '../../document/rules/references'
import { entriesOf, nameOfEntry, referredTo, walkDocument } from '../../document/walk'
import { listed } from '../../wording'

export interface Removal {
  readonly document: MechanismDocument
  /** What goes besides what was named: "Jaw pin (joint), Jaw and press (relation)". */
  readonly hanging: readonly string[]
  /** "Deletes Jaw and also Jaw pin (joint).", and what is fixed to ground instead. */
  readonly sentence: string
}

/** Entries that come and go with others, and are not named when they go. */
const SILENT: ReadonlySet<EntryKind> = new Set([
  'part',
  'placed part',
  'datum',
  'scenario',
  'driver',
  'move',
  'cue',
])

/** @param ids of any entries; a group goes without its members */
export function removalOf(document: MechanismDocument, ids: readonly string[]): Removal {
  const draft = copyOf(document)
  const gone = new Set(ids)
  const before = entriesOf(document)
  removeAt(
    draft,
    ids.flatMap((id) => before.get(id)?.pointer ?? []),
  )
  // members of a dissolved group move up to the group that held it
  const dissolved = new Map((document.groups ?? []).map(({ id, members }) => [id, members]))
  for (const group of draft.groups ?? [])
    group.members = group.members.flatMap((id) => (gone.has(id) ? (dissolved.get(id) ?? [id]) : [id]))
  removeDangling(draft)
  removeUnused(document, draft)
  draft.groups = draft.groups?.filter(({ members }) => members.length > 0)

  const after = entriesOf(draft)
  const hanging = [...before.values()]
    .filter(({ id, kind }) => !SILENT.has(kind) && !after.has(id) && !gone.has(id))
    .map(({ id, kind }) => `${nameOfEntry(before, id)} (${kind})`)
  const grounded = holdSomething(draft)
  const names = [...before.values()].flatMap(({ id }) => (gone.has(id) ? nameOfEntry(before, id) : []))
  return { document: draft, hanging, sentence: sentenceOf(names, hanging, grounded) }
}

/** Something has to stay still: without a ground the first body is held. */
function holdSomething(draft: MechanismDocument): string | null {
  const [first] = draft.bodies
  if (!first || draft.bodies.some(({ grounded }) => grounded)) return null
  first.grounded = true
  return first.name
}

/** Removes datums that were made for something that is gone, and parts of bodies that are gone. */
function removeUnused(before: MechanismDocument, draft: MechanismDocument): void {
  const [hadParts, parts] = [referredTo(before, 'part'), referredTo(draft, 'part')]
  draft.parts = draft.parts.filter(({ id }) => parts.has(id) || !hadParts.has(id))
  const usedBefore = referredTo(before, 'datum')
  for (let count = Infinity; draft.datums.length < count;) {
    count = draft.datums.length
    // a datum that placed another one may be next
    const used = referredTo(draft, 'datum')
    draft.datums = draft.datums.filter(({ id, own }) => own || used.has(id) || !usedBefore.has(id))
  }
}

/** Removes what refers to something that is not there, until nothing does. */
function removeDangling(draft: MechanismDocument): void {
  for (;;) {
    const there = entriesOf(draft)
    const lost: string[] = []
    walkDocument(draft, { reference: (place) => void (there.has(place.id) || lost.push(place.lost)) })
    if (lost.length === 0) return
    removeAt(draft, lost)
    for (const scenario of draft.scenarios)
      scenario.cues = scenario.cues?.filter((cue) => !('targets' in cue) || cue.targets.length > 0)
  }
}

/** Removes entries and fields by their JSON pointers. */
function removeAt(draft: MechanismDocument, pointers: readonly string[]): void {
  // from the back, so that places of earlier entries stay what they are
  for (const pointer of [...new Set(pointers)].sort(byPlace).reverse()) {
    const keys = pointer.split('/').slice(1)
    const last = keys.pop()!
    const holder = keys.reduce<unknown>(
      (value, key) => (value as Record<string, unknown> | undefined)?.[key],
      draft,
    )
    if (Array.isArray(holder)) holder.splice(Number(last), 1)
    else if (holder) Reflect.deleteProperty(holder as object, last)
  }
}

const byPlace = (a: string, b: string): number => a.localeCompare(b, 'en', { numeric: true })

function sentenceOf(names: readonly string[], hanging: readonly string[], grounded: string | null): string {
  const also = hanging.length > 0 ? ` and also ${listed(hanging)}` : ''
  const instead = grounded === null ? '' : ` ${grounded} is fixed to ground instead.`
  return `Deletes ${listed(names)}${also}.${instead}`
}
