/**
 * Nested classes of a document: a property holds an object of a class, or a list of them; the class may depend on the
 * object's `kind`. Read by check.ts, by walks over documents and by the JSON Schema.
 */
import { Allow } from 'class-validator'

export type Constructor = new () => object

/** One class, or a class for each value of the property `kind`. */
export type NestedType = Constructor | Readonly<Record<string, Constructor>>

export interface Nesting {
  readonly type: () => NestedType
  /** How many entries a list may have; null for a single object. */
  readonly most: number | null
  /** Whether one of them can be removed without what holds it. */
  readonly alone: boolean
}

/** The most entries that one list of a document may hold. */
const MOST_ENTRIES = 50_000

const nestings = new Map<object, Map<string, Nesting>>()

function note(target: object, key: string, nesting: Nesting): void {
  const mine = nestings.get(target) ?? new Map<string, Nesting>()
  mine.set(key, nesting)
  nestings.set(target, mine)
}

/** The property holds an object of the class; with `alone` it can be removed without what holds it. */
export const Nested =
  (type: () => NestedType, { alone = false } = {}): PropertyDecorator =>
  (target, key) => {
    Allow()(target, key)
    note(target, String(key), { type, most: null, alone })
  }

/** The property holds a list of objects of the class, which can be removed one by one unless `alone` is false. */
export const NestedList =
  (type: () => NestedType, most = MOST_ENTRIES, { alone = true } = {}): PropertyDecorator =>
  (target, key) => {
    Allow()(target, key)
    note(target, String(key), { type, most, alone })
  }

/** Nestings of a class by property, those of the classes it extends included. */
export function nestingsOf(type: Constructor): ReadonlyMap<string, Nesting> {
  const all = new Map<string, Nesting>()
  for (let p: object | null = type.prototype; p; p = Object.getPrototypeOf(p)) {
    for (const [key, nesting] of nestings.get(p) ?? []) if (!all.has(key)) all.set(key, nesting)
  }
  return all
}
