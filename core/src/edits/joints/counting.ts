/**
 * How the position of an existing joint is counted: from where, and which way. Nothing moves, and limits, rest position and
 * named poses stay where they are; whatever else gives positions of the joint counts anew, and is named.
 */
import { copyOf } from '../../document/copy'
import type { Joint, JointFreedom } from '../../document/format/joints'
import type { MechanismDocument } from '../../document/format/mechanism'
import { freshId } from '../../document/ids'
import { entriesOf, nameOfEntry, referredTo, walkDocument } from '../../document/walk'
import { Axis } from '../../mechanism/conditions'
import { freedomDimension } from '../../mechanism/joints/joint-type'
import { jointType } from '../../mechanism/joints/registry'
import { fail, succeed } from '../../result'
import type { Result } from '../../result'
import { typedPosition } from '../../units/format'
import { siValue } from '../../units/quantity'
import type { Quantity } from '../../units/quantity'
import { listed } from '../../wording'

/** Decimals of what is written, in mm and degrees: far below what is told apart. */
const DECIMALS = 9

/**
 * The position of a freedom is zero where it is now.
 * @param present position as it is counted so far, in SI
 */
export function zeroHere(
  document: MechanismDocument,
  id: string,
  freedom: string,
  present: number,
): MechanismDocument {
  const draft = copyOf(document)
  const joint = draft.joints.find((j) => j.id === id)!
  const dimension = dimensionOf(joint, freedom)
  const settings = settingsOf(joint, freedom)
  settings.zero = typedPosition(siValue(settings.zero, dimension) + present, dimension, DECIMALS)
  rewrite(draft, joint, settings.name, (quantity) =>
    typedPosition(siValue(quantity, dimension) - present, dimension, DECIMALS),
  )
  return draft
}

/**
 * The positions of a joint count the other way: both of its datums are flipped, which turns nothing else round. Error:
 * `joint-direction` for a joint that moves in more than one direction.
 */
export function countOtherWay(document: MechanismDocument, id: string): Result<MechanismDocument> {
  const draft = copyOf(document)
  const joint = draft.joints.find((j) => j.id === id)!
  const freedoms = jointType(joint.kind)?.freedoms ?? []
  if (freedoms.length === 0 || freedoms.some(({ axis }) => axis !== Axis.Z)) {
    return fail({
      code: 'joint-direction',
      message: `${joint.name} does not move along or about one axis alone, so it has no single direction to switch.`,
      ids: [id],
    })
  }
  const before = [joint.from, joint.to]
  for (const side of ['from', 'to'] as const) joint[side] = flippedDatum(draft, joint[side])
  const used = referredTo(draft, 'datum')
  draft.datums = draft.datums.filter(({ id, own }) => own || used.has(id) || !before.includes(id))
  for (const freedom of freedoms) {
    const dimension = freedomDimension(freedom)
    const against = (quantity: Quantity) => typedPosition(-siValue(quantity, dimension), dimension, DECIMALS)
    rewrite(draft, joint, freedom.name, against)
    const settings = joint.freedoms?.find(({ name }) => name === freedom.name)
    if (!settings) continue
    const { zero, lower, upper } = settings
    if (zero !== undefined) settings.zero = against(zero)
    delete settings.lower
    delete settings.upper
    if (upper !== undefined) settings.lower = upper
    if (lower !== undefined) settings.upper = lower
  }
  return succeed(draft)
}

/** Names what gives positions of a joint besides its limits and the named poses: "Seal (scenario)". */
function countedBy(document: MechanismDocument, joint: string): string[] {
  const entries = entriesOf(document)
  const found = new Set<string>()
  walkDocument(document, {
    reference({ id, owner, scenario }) {
      if (id !== joint) return
      const name = scenario ?? owner
      const entry = name === null ? undefined : entries.get(name)
      if (entry && entry.kind !== 'pose' && entry.kind !== 'probe')
        found.add(`${nameOfEntry(entries, entry.id)} (${entry.kind})`)
    },
  })
  return [...found]
}

/** "Seal (scenario) now counts …"; empty when nothing gives positions of the joint. */
export function recountedWords(document: MechanismDocument, joint: string, words: string): string {
  const names = countedBy(document, joint)
  return names.length === 0
    ? ''
    : `${listed(names)} ${names.length > 1 ? 'give' : 'gives'} positions of it, which ${words}.`
}

function dimensionOf({ kind }: Joint, freedom: string): 'length' | 'angle' {
  const found = jointType(kind)?.freedoms.find(({ name }) => name === freedom)
  return found ? freedomDimension(found) : 'angle'
}

function settingsOf(joint: Joint, freedom: string): JointFreedom {
  const known = joint.freedoms?.find(({ name }) => name === freedom)
  if (known) return known
  const made: JointFreedom = { name: freedom }
  joint.freedoms = [...(joint.freedoms ?? []), made]
  return made
}

/** Rewrites limits, rest position and named poses of a freedom, so that they stay where they are. */
function rewrite(
  draft: MechanismDocument,
  joint: Joint,
  freedom: string,
  change: (quantity: Quantity) => Quantity,
): void {
  const settings = joint.freedoms?.find(({ name }) => name === freedom)
  for (const field of ['lower', 'upper', 'rest'] as const) {
    const value = settings?.[field]
    if (value !== undefined) settings![field] = change(value)
  }
  for (const { values } of draft.poses ?? []) {
    for (const value of values) {
      const isOf = value.joint === joint.id && (value.freedom ?? freedom) === freedom
      if (isOf) value.value = change(value.value)
    }
  }
}

/** A copy of a datum, turned half a turn about its own x axis. */
function flippedDatum(draft: MechanismDocument, id: string): string {
  const datum = draft.datums.find((d) => d.id === id)!
  // a datum made for its own sake, and one that something else uses, stays as it is
  const copy = { ...copyOf(datum), id: freshId(draft, datum.id.replace(/-flipped(-\d+)?$/, '') + '-flipped') }
  delete copy.own
  if (datum.flip) delete copy.flip
  else copy.flip = true
  // the turn about z comes after the flip
  if (datum.turn !== undefined) copy.turn = typedPosition(-siValue(datum.turn, 'angle'), 'angle', DECIMALS)
  draft.datums.push(copy)
  return copy.id
}
