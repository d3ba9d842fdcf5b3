/** What differs between two documents, in words: “Crank: Length between bores 40 mm → 45 mm”. */
import { compare } from 'fast-json-patch'
import { shapeType } from '@ligamen/core'
import type { MechanismDocument } from '@ligamen/core'

type Json = Record<string, unknown> | unknown[]

/** At most `most` sentences; the rest is counted. */
export function describeChanges(before: MechanismDocument, after: MechanismDocument, most = 3): string[] {
  const lines = compare(before, after).map(({ path }) => {
    const keys = path.split('/').slice(1)
    return `${subject(after, before, keys)} ${print(at(before, keys))} → ${print(at(after, keys))}`
  })
  const unique = [...new Set(lines)]
  return unique.length <= most ? unique : [...unique.slice(0, most), `and ${unique.length - most} more`]
}

/** The named thing a path leads to, and the word for its last step. */
function subject(after: MechanismDocument, before: MechanismDocument, keys: readonly string[]): string {
  const owner = at(after, keys.slice(0, 2)) ?? at(before, keys.slice(0, 2))
  const { name, shape } = (owner ?? {}) as { name?: string; shape?: string }
  const last = keys.at(-1) ?? ''
  const label = (shape && shapeType(shape)?.dimensions[last]?.label) || words(last)
  return name && keys.length > 2 ? `${name}: ${label}` : label
}

const words = (key: string): string => key.replace(/([A-Z])/g, ' $1').toLowerCase()

function at(document: MechanismDocument, keys: readonly string[]): unknown {
  return keys.reduce<unknown>((value, key) => (value as Json | undefined)?.[key as never], document)
}

function print(value: unknown): string {
  if (value === undefined) return 'nothing'
  return typeof value === 'object' ? '…' : String(value)
}
