/** Ids and names that nothing in a document has yet. */
import type { MechanismDocument } from './format/mechanism'

/** Gives out ids that nothing in a document has yet. */
export class FreshIds {
  private readonly taken: Set<string>

  constructor(document: MechanismDocument) {
    this.taken = new Set(
      JSON.stringify(document)
        .match(/"id":"[^"]*"/g)
        ?.map((m) => m.slice(6, -1)),
    )
  }

  take(wanted: string): string {
    const base = wanted.slice(0, 56) || 'item'
    let id = base
    for (let k = 2; this.taken.has(id); k++) id = `${base}-${k}`
    this.taken.add(id)
    return id
  }
}

/** An id that nothing in the document has yet. */
export const freshId = (document: MechanismDocument, wanted: string): string =>
  new FreshIds(document).take(wanted)

/** A name as an id: lower case letters, digits and hyphens. */
export const slug = (name: string): string =>
  name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '') || 'item'

/** A name that no body has yet: "Link", "Link 2", "Link 3". */
export const freshName = (document: MechanismDocument, wanted: string): string =>
  unused(new Set(document.bodies.map(({ name }) => name)), wanted)

/** A name that is not among those taken, which it joins. */
export function unused(taken: Set<string>, wanted: string): string {
  let name = wanted
  for (let k = 2; taken.has(name); k++) name = `${wanted} ${k}`
  taken.add(name)
  return name
}

/** The name of a copy, which joins those taken: "Wheel 2" of "Wheel", "Wheel 3" of "Wheel 2". */
export function countedName(taken: Set<string>, name: string): string {
  const [, base, count] = /^(.*\S) (\d+)$/.exec(name) ?? [name, name, '1']
  let k = Number(count) + 1
  while (taken.has(`${base} ${k}`)) k++
  taken.add(`${base} ${k}`)
  return `${base} ${k}`
}
