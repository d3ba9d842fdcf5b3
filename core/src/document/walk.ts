/**
 * Walks over a document: every entry with an id, and every reference to one, as the fields of its classes declare them.
 */
import { cueClasses } from './format/cues'
import { MechanismDocument } from './format/mechanism'
import { nestingsOf } from './rules/nested'
import type { Constructor, Nesting } from './rules/nested'
import { entryKindOf, referencesOf } from './rules/references'
import type { EntryKind, Reference } from './rules/references'

type Fields = Record<string, unknown>

/** An entry of a list, with an id of its own. */
export interface EntryPlace {
  readonly kind: EntryKind
  readonly id: string
  /** JSON pointer. */
  readonly pointer: string
  readonly entry: { readonly id: string; readonly name?: string }
  /** The scenario it belongs to; null for what belongs to the mechanism. */
  readonly scenario: string | null
}

/** A field, or an element of a list of ids, that refers to an entry. */
export interface ReferencePlace {
  readonly to: readonly EntryKind[]
  readonly id: string
  readonly pointer: string
  /** The nearest entry around it; null for what has no id, such as a control of the desk. */
  readonly owner: string | null
  readonly scenario: string | null
  /** What goes when the entry is gone. */
  readonly lost: string
}

export interface Visitor {
  readonly entry?: (place: EntryPlace) => void
  readonly reference?: (place: ReferencePlace) => void
}

/** What is known of a class, asked for once. */
interface Plan {
  readonly kind: EntryKind | null
  readonly nestings: readonly (readonly [string, Nesting])[]
  readonly references: readonly (readonly [string, Reference])[]
}

const plans = new Map<Constructor, Plan>()

function planOf(type: Constructor): Plan {
  const known = plans.get(type)
  if (known) return known
  const plan: Plan = {
    kind: entryKindOf(type),
    nestings: [...nestingsOf(type)],
    references: [...referencesOf(type)],
  }
  plans.set(type, plan)
  return plan
}

/** @param document whose fields have been checked */
export function walkDocument(document: MechanismDocument, visitor: Visitor): void {
  walk(
    MechanismDocument,
    document as unknown as Fields,
    '',
    { owner: null, scenario: null, lost: '' },
    visitor,
  )
}

interface Around {
  readonly owner: string | null
  readonly scenario: string | null
  /** Pointer of the nearest thing that can go alone. */
  readonly lost: string
}

function walk(type: Constructor, object: Fields, pointer: string, outside: Around, visitor: Visitor): void {
  const { kind, nestings, references } = planOf(type)
  const id = kind !== null && typeof object.id === 'string' ? object.id : null
  if (kind !== null && id !== null) {
    const entry = object as unknown as { id: string; name?: string }
    visitor.entry?.({ kind, id, pointer, entry, scenario: outside.scenario })
  }
  const around: Around = {
    owner: id ?? outside.owner,
    scenario: kind === 'scenario' ? id : outside.scenario,
    lost: outside.lost,
  }
  for (const [key, { to, lost }] of visitor.reference ? references : NONE) {
    const value = object[key]
    if (value === undefined) continue
    const place = `${pointer}/${key}`
    if (typeof value === 'string')
      refer(visitor, around, to, value, place, lost === 'field' ? place : around.lost)
    else if (Array.isArray(value))
      value.forEach((one: string, k) => {
        const at = `${place}/${k}`
        refer(visitor, around, to, one, at, at)
      })
  }
  for (const [key, { type: nested, most, alone }] of nestings) {
    const value = object[key]
    if (value === undefined) continue
    const place = `${pointer}/${key}`
    const inner = (one: unknown, at: string) => {
      const fields = one as Fields
      const of = nested()
      const own = typeof of === 'function' ? of : of[fields.kind as string]
      walk(own, fields, at, alone ? { ...around, lost: at } : around, visitor)
    }
    if (most === null) inner(value, place)
    else (value as unknown[]).forEach((one, k) => inner(one, `${place}/${k}`))
  }
}

const NONE: Plan['references'] = []

/** Written out field by field, since this is done for every reference at every edit. */
function refer(
  { reference }: Visitor,
  { owner, scenario }: Around,
  to: readonly EntryKind[],
  id: string,
  pointer: string,
  lost: string,
): void {
  reference?.({ to, id, pointer, owner, scenario, lost })
}

/** Every entry of a document by its id. */
export function entriesOf(document: MechanismDocument): ReadonlyMap<string, EntryPlace> {
  const entries = new Map<string, EntryPlace>()
  walkDocument(document, { entry: (place) => entries.set(place.id, place) })
  return entries
}

/** What an entry is called; its id when it has no name or is not there. */
export const nameOfEntry = (entries: ReadonlyMap<string, EntryPlace>, id: string): string =>
  entries.get(id)?.entry.name ?? id

/** Ids that anything in the document refers to as one of the kinds. */
export function referredTo(document: MechanismDocument, kind: EntryKind): ReadonlySet<string> {
  const ids = new Set<string>()
  walkDocument(document, {
    reference: ({ to, id }) => {
      if (to.includes(kind)) ids.add(id)
    },
  })
  return ids
}

/**
 * Gives entries of a draft other ids, and their own ids in all its references to them.
 * @param root of a part of a document, an object of the class `type`
 * @param renamed new ids by old ones
 */
export function renameIds(type: Constructor, root: object, renamed: ReadonlyMap<string, string>): void {
  const object = root as Fields
  const { kind, nestings, references } = planOf(type)
  const other = (id: unknown) => renamed.get(id as string) ?? id
  if (kind !== null && object.id !== undefined) object.id = other(object.id)
  for (const [key] of references) {
    const value = object[key]
    if (typeof value === 'string') object[key] = other(value)
    else if (Array.isArray(value)) object[key] = value.map(other)
  }
  for (const [key, { type: nested, most }] of nestings) {
    const value = object[key]
    if (value === undefined) continue
    for (const one of most === null ? [value] : (value as unknown[])) {
      const of = nested()
      renameIds(typeof of === 'function' ? of : of[(one as Fields).kind as string], one as object, renamed)
    }
  }
}

/** Ids of joints, mates, relations and drivers that cues switch: those of one scenario, or of all. */
export function switchedByCues(document: MechanismDocument, scenario?: string): Set<string> {
  const switched = new Set<string>()
  const visitor: Visitor = {
    reference({ to, id }) {
      if (to.includes('driver') && !to.includes('move')) switched.add(id)
    },
  }
  const nowhere: Around = { owner: null, scenario: null, lost: '' }
  for (const { id, cues } of document.scenarios) {
    if (scenario !== undefined && id !== scenario) continue
    for (const cue of cues ?? []) walk(cueClasses[cue.kind]!, cue as unknown as Fields, '', nowhere, visitor)
  }
  return switched
}
