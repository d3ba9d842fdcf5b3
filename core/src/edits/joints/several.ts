/** The same limit, rest position or switch for several joints at once. */
import { copyOf } from '../../document/copy'
import type { JointFreedom } from '../../document/format/joints'
import type { MechanismDocument } from '../../document/format/mechanism'
import { freedomDimension } from '../../mechanism/joints/joint-type'
import { jointType } from '../../mechanism/joints/registry'
import type { Quantity } from '../../units/quantity'

/** What can be set for several joints at once. */
export type SharedField = 'lower' | 'upper' | 'rest'

/** What the positions of all these joints are; null where they differ, or where a joint has none or several. */
export function sharedDimension(
  document: MechanismDocument,
  ids: readonly string[],
): 'length' | 'angle' | null {
  const found = ids.map((id) => {
    const joint = document.joints.find((one) => one.id === id)
    const freedoms = jointType(joint?.kind ?? '')?.freedoms ?? []
    return freedoms.length === 1 ? freedomDimension(freedoms[0]) : null
  })
  return found.length > 0 && found.every((one) => one === found[0]) ? found[0] : null
}

/** The value that all these joints have; undefined where they differ or have none. */
export function sharedValue(
  document: MechanismDocument,
  ids: readonly string[],
  field: SharedField,
): Quantity | undefined {
  const values = document.joints
    .filter(({ id }) => ids.includes(id))
    .map(({ freedoms }) => freedoms?.[0]?.[field])
  return values.every((value) => value === values[0]) ? values[0] : undefined
}

/** @param ids of joints with one freedom each; @param value none where it is undefined */
export function setForAll(
  document: MechanismDocument,
  ids: readonly string[],
  field: SharedField,
  value: Quantity | undefined,
): MechanismDocument {
  const draft = copyOf(document)
  for (const joint of draft.joints) {
    if (!ids.includes(joint.id)) continue
    const settings: JointFreedom = joint.freedoms?.[0] ?? { name: jointType(joint.kind)!.freedoms[0].name }
    if (value === undefined) Reflect.deleteProperty(settings, field)
    else settings[field] = value
    if (Object.keys(settings).length > 1) joint.freedoms = [settings]
    else delete joint.freedoms
  }
  return draft
}

/** Suspends or restores joints, mates and relations. */
export function switchAll(
  document: MechanismDocument,
  ids: readonly string[],
  suspended: boolean,
): MechanismDocument {
  const draft = copyOf(document)
  for (const entry of [...draft.joints, ...(draft.mates ?? []), ...(draft.relations ?? [])]) {
    if (!ids.includes(entry.id)) continue
    if (suspended) entry.suspended = true
    else delete entry.suspended
  }
  return draft
}
