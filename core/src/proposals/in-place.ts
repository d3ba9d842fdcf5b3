/** Joints made anew where their bodies are: to hold a free motion, or to agree with what holds already. */
import { copyOf } from '../document/copy'
import type { MechanismDocument } from '../document/format/mechanism'
import { jointKinds, jointType } from '../mechanism/joints/registry'
import { draftJoint } from './joining'
import type { Model } from '../model/model'
import { frameOfPose } from '../mechanism/body-poses'
import { readStanding } from '../model/standing'
import { writePoses } from '../geometry/placement'

/** The document with a joint of a kind in the place of the given one, moving nothing; null when it cannot be made. */
export function rejoinInPlace(
  document: MechanismDocument,
  poses: Float64Array,
  id: string,
  kind: string,
): MechanismDocument | null {
  const joint = document.joints.find((j) => j.id === id)!
  // of a joint whose sides play different parts the second pick is the first one
  const ends = jointType(kind)?.sides ? [joint.to, joint.from] : [joint.from, joint.to]
  const [first, second] = ends.map((datum) => document.datums.find((d) => d.id === datum)!)
  const rest = { ...copyOf(document), joints: document.joints.filter((j) => j.id !== id) }
  const draft = draftJoint(rest, poses, {
    kind,
    name: joint.name,
    first,
    second,
    inPlace: true,
    lead: jointType(kind)?.hasLead ? joint.lead : undefined,
  })
  if (!draft.ok) return null
  const made = draft.value.document.joints[draft.value.document.joints.length - 1]
  const target = copyOf(document)
  const same = target.joints.find((j) => j.id === id)!
  target.datums.push(...draft.value.document.datums.filter((d) => d.id === made.from || d.id === made.to))
  Object.assign(same, { kind, from: made.from, to: made.to })
  const names = jointType(kind)!.freedoms.map(({ name }) => name)
  same.freedoms = same.freedoms?.filter(({ name }) => names.includes(name))
  if (kind === 'rigid') delete same.freedoms
  delete same.suspended
  return target
}

/**
 * The document in which a free motion is held where it is: the joint loses the freedom, or a body that nothing ties is
 * fixed to ground. Null when the joint cannot lose it.
 * @param link that moves freely, see `looseMotions`
 */
export function holdMotion(model: Model, q: Float64Array, link: number): MechanismDocument | null {
  const { mechanism, document } = model
  const { poses } = readStanding(model, q)
  const draft = copyOf(document)
  writePoses(draft, new Map(draft.bodies.map((body, k) => [body.id, frameOfPose(poses, k)])))
  const joint = mechanism.linkJoint[link]
  if (joint < 0) {
    const body = draft.bodies.find(
      ({ id }) => id === mechanism.geometry.bodies[mechanism.linkBody[link]].source.id,
    )!
    body.grounded = true
    return draft
  }
  const { source, type } = mechanism.geometry.joints[joint]
  const held = mechanism.coordinates.find((c) => c.link === link)?.freedom.name
  const left = type.freedoms.filter(({ name }) => name !== held)
  const kind = jointKinds.find((k) => {
    const { freedoms, hasLead } = jointType(k)!
    return (
      !hasLead &&
      freedoms.length === left.length &&
      left.every(({ motion, axis }) => freedoms.some((f) => f.motion === motion && f.axis === axis))
    )
  })
  return rejoinInPlace(draft, poses, source.id, kind ?? 'rigid')
}
