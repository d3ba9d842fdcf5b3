/**
 * What the fields of a document refer to, declared beside their rules: `@Entry` on the classes of entries with an id,
 * `@RefTo` on the fields that hold such ids. From this one table come the checks of what is missing, removal of what
 * hangs on something, copying with what belongs to it, and names in messages.
 */
import type { Constructor } from './nested'

export type EntryKind =
  | 'part'
  | 'placed part'
  | 'body'
  | 'group'
  | 'datum'
  | 'path'
  | 'joint'
  | 'mate'
  | 'relation'
  | 'contact'
  | 'spring'
  | 'load'
  | 'pose'
  | 'probe'
  | 'check'
  | 'reference'
  | 'chart'
  | 'scenario'
  | 'driver'
  | 'move'
  | 'cue'
  | 'shot'

export interface Reference {
  /** An id of an entry of one of these kinds. */
  readonly to: readonly EntryKind[]
  /** What goes when the entry is gone: the entry of a list that holds the field (usual), or the field alone. */
  readonly lost: 'entry' | 'field'
}

const entries = new Map<object, EntryKind>()
const references = new Map<object, Map<string, Reference>>()

/** The objects of the class, and of those that extend it, are entries of a kind. */
export const Entry =
  (kind: EntryKind): ClassDecorator =>
  (type) => {
    entries.set(type.prototype as object, kind)
  }

/** The field holds the id of an entry of one of the kinds, or a list of such ids. */
export const RefTo = (...to: EntryKind[]): PropertyDecorator => reference({ to, lost: 'entry' })

/** The same, of a field that is left out when the entry is gone. */
export const OptionalRefTo = (...to: EntryKind[]): PropertyDecorator => reference({ to, lost: 'field' })

const reference =
  (what: Reference): PropertyDecorator =>
  (target, key) => {
    const mine = references.get(target) ?? new Map<string, Reference>()
    mine.set(String(key), what)
    references.set(target, mine)
  }

/** The kind of entry that the objects of a class are; null for others. */
export function entryKindOf(type: Constructor): EntryKind | null {
  for (let p: object | null = type.prototype as object; p; p = Object.getPrototypeOf(p)) {
    const kind = entries.get(p)
    if (kind) return kind
  }
  return null
}

/** References of a class by field, those of the classes it extends included. */
export function referencesOf(type: Constructor): ReadonlyMap<string, Reference> {
  const all = new Map<string, Reference>()
  for (let p: object | null = type.prototype as object; p; p = Object.getPrototypeOf(p)) {
    for (const [key, what] of references.get(p) ?? []) if (!all.has(key)) all.set(key, what)
  }
  return all
}
