/**
 * Taking things out of a mechanism with everything that hangs on them: what refers to something that is gone goes too,
 * until no reference is left dangling.
 */
import { copyOf } from '../../document/copy'
import type { MechanismDocument } from '../../document/format/mechanism'
import { referenceProblems } from '../../document/checks/references'
import { listed } from '../../wording'

export interface Removal {
  readonly document: MechanismDocument
  /** What goes besides what was named: "Jaw pin (joint), Jaw and press (relation)". */
  readonly hanging: readonly string[]
  /** "Jaw goes, and with it the joint Jaw pin.", and what is held to ground instead. */
  readonly sentence: string
}

type Entry = { id: string; name?: string }

/** Lists whose entries people know by name, with the word for one. */
const NAMED = [
  ['bodies', 'body'],
  ['groups', 'group'],
  ['joints', 'joint'],
  ['mates', 'mate'],
  ['relations', 'relation'],
  ['springs', 'spring'],
  ['poses', 'pose'],
  ['paths', 'path'],
  ['probes', 'probe'],
] as const

/** @param ids of bodies, groups, joints, mates, relations, poses or probes; a group goes without its members */
export function removalOf(document: MechanismDocument, ids: readonly string[]): Removal {
  const draft = copyOf(document)
  const gone = new Set(ids)
  for (const [list] of NAMED) {
    const entries = draft[list] as Entry[] | undefined
    if (entries) (draft[list] as Entry[]) = entries.filter(({ id }) => !gone.has(id))
  }
  // members of a dissolved group move up to the group that held it
  const dissolved = new Map((document.groups ?? []).map(({ id, members }) => [id, members]))
  for (const group of draft.groups ?? [])
    group.members = group.members.flatMap((id) => (gone.has(id) ? (dissolved.get(id) ?? [id]) : [id]))
  takeDangling(draft)
  // a datum that was made for something that is gone
  const before = usedDatums(document)
  const after = usedDatums(draft)
  draft.datums = draft.datums.filter(({ id }) => after.has(id) || !before.has(id))
  draft.groups = draft.groups?.filter(({ members }) => members.length > 0)
  const standing = new Set(draft.bodies.flatMap(({ parts }) => parts.map(({ part }) => part)))
  const used = new Set(document.bodies.flatMap(({ parts }) => parts.map(({ part }) => part)))
  draft.parts = draft.parts.filter(({ id }) => standing.has(id) || !used.has(id))

  const hanging = NAMED.flatMap(([list, word]) => {
    const left = new Set(((draft[list] ?? []) as Entry[]).map(({ id }) => id))
    return ((document[list] ?? []) as Entry[])
      .filter(({ id }) => !left.has(id) && !gone.has(id))
      .map(({ id, name }) => `${name ?? id} (${word})`)
  })
  const grounded = holdSomething(draft)
  return { document: draft, hanging, sentence: sentenceOf(document, ids, hanging, grounded) }
}

/** Datums on which anything stands. */
function usedDatums({
  joints,
  mates = [],
  relations = [],
  paths = [],
  probes,
  datums,
  scenarios,
  springs = [],
  desk = [],
}: MechanismDocument) {
  const drivers = scenarios.flatMap((scenario) => scenario.drivers)
  return new Set<string | undefined>([
    ...joints.flatMap(({ from, to }) => [from, to]),
    ...mates.flatMap(({ a, b }) => [a.datum, b.datum]),
    ...datums.flatMap(({ between }) => [between?.a, between?.b]),
    ...relations.map((relation) => (relation.kind === 'cord' ? relation.datum : undefined)),
    ...paths.map(({ datum }) => datum),
    ...probes.flatMap(({ datum, from }) => [datum, from]),
    ...drivers.map((driver) => (driver.kind === 'path' ? driver.datum : undefined)),
    ...springs.flatMap(({ from, to }) => [from, to]),
    ...desk.map(({ datum }) => datum),
  ])
}

/** Something has to stand still: without a ground the first body is held. */
function holdSomething(draft: MechanismDocument): string | null {
  const [first] = draft.bodies
  if (!first || draft.bodies.some(({ grounded }) => grounded)) return null
  first.grounded = true
  return first.name
}

function takeDangling(draft: MechanismDocument): void {
  for (;;) {
    const missing = referenceProblems(draft).filter(
      ({ code }) => code === 'reference-missing' || code === 'tie-missing',
    )
    if (missing.length === 0) return
    // from the back, so that places of earlier entries stay what they are
    const places = [...new Set(missing.map(({ path }) => placeOf(path ?? '')))]
    for (const place of places.sort(byPlace).reverse()) takeAt(draft, place)
    for (const scenario of draft.scenarios)
      scenario.cues = scenario.cues?.filter((cue) => !('targets' in cue) || cue.targets.length > 0)
  }
}

/**
 * What to take out: a tie, a start, a member, a value, a driver, a cue or what one names, else the entry of a list of
 * the document.
 */
function placeOf(path: string): string {
  const tie = /^.*?\/(?:tie|startPose|startAfter)(?=\/|$)/.exec(path)
  const inner =
    /^\/(?:groups\/\d+\/members|poses\/\d+\/values|scenarios\/\d+\/cues\/\d+\/(?:targets|bodies)|scenarios\/\d+\/(?:drivers|cues))\/\d+/.exec(
      path,
    )
  return tie?.[0] ?? inner?.[0] ?? /^\/\w+\/\d+/.exec(path)![0]
}

function byPlace(a: string, b: string): number {
  return a.localeCompare(b, 'en', { numeric: true })
}

function takeAt(draft: MechanismDocument, place: string): void {
  const keys = place.split('/').slice(1)
  const last = keys.pop()!
  const holder = keys.reduce<unknown>((value, key) => (value as Record<string, unknown>)[key], draft)
  if (Array.isArray(holder)) holder.splice(Number(last), 1)
  else Reflect.deleteProperty(holder as object, last)
}

function sentenceOf(
  document: MechanismDocument,
  ids: readonly string[],
  hanging: readonly string[],
  grounded: string | null,
): string {
  const names = NAMED.flatMap(([list]) => (document[list] ?? []) as Entry[])
    .filter(({ id }) => ids.includes(id))
    .map(({ id, name }) => name ?? id)
  const one = names.length === 1
  const with_ = hanging.length > 0 ? `, and with ${one ? 'it' : 'them'} ${listed(hanging)}` : ''
  const instead = grounded === null ? '' : ` ${grounded} is held to ground instead.`
  return `${listed(names)} ${one ? 'goes' : 'go'}${with_}.${instead}`
}
