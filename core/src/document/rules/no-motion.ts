/** Fields that do not decide how anything moves, declared beside their rules, so that edits of them solve nothing. */
import type { Constructor } from './nested'

const fields = new Map<object, Set<string>>()

/** Names, looks, masses: a change of the field leaves every motion as it is. */
export const NoMotion = (): PropertyDecorator => (target, key) => {
  fields.set(target, (fields.get(target) ?? new Set()).add(String(key)))
}

/** Fields of a class that do not decide how anything moves, those of the classes it extends included. */
export function fieldsWithoutMotion(type: Constructor): ReadonlySet<string> {
  const all = new Set<string>()
  for (let p: object | null = type.prototype as object; p; p = Object.getPrototypeOf(p)) {
    for (const key of fields.get(p) ?? []) all.add(key)
  }
  return all
}
