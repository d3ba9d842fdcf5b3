/** Mechanisms made of parts of the kit, as a person would start them: one body a part, standing somewhere. */
import { FORMAT, FORMAT_VERSION, frameOfPose, openModel, readStanding } from '../src'
import type { DatumPick, Frame, MechanismDocument, Model, Part, Placement } from '../src'
import { kitPart } from './shapes/kit'

export class Workshop {
  readonly document: MechanismDocument = {
    format: FORMAT,
    version: FORMAT_VERSION,
    name: 'Workshop',
    parts: [],
    bodies: [],
    datums: [],
    joints: [],
    probes: [],
    scenarios: [{ id: 'run', name: 'Run', length: '1 s', frameRate: 60, drivers: [] }],
  }

  /** The first body is fixed to ground. */
  body(
    id: string,
    kind: string,
    dimensions: Record<string, string> = {},
    pose?: Placement,
    more: Partial<Part> = {},
  ): this {
    const { document } = this
    document.parts.push({ ...kitPart(kind, dimensions, more), id: `${id}-part`, name: id })
    document.bodies.push({
      id,
      name: id,
      ...(document.bodies.length === 0 ? { grounded: true } : {}),
      parts: [{ id: `${id}-placed`, part: `${id}-part` }],
      ...(pose ? { pose } : {}),
    })
    return this
  }
}

export const feature = (body: string, name: string): DatumPick => ({
  name,
  body,
  feature: { placed: `${body}-placed`, name },
})

export const at = (body: string, place: Placement, name = 'picked'): DatumPick => ({ name, body, at: place })

export function modelOf(document: MechanismDocument): Model {
  const opened = openModel(document)
  if (!opened.ok) throw new Error(opened.problems.map((p) => p.message).join('\n'))
  return opened.value
}

export const posesOf = (model: Model): Float64Array => readStanding(model, model.home).poses

/** Frames of all bodies in ground at the home pose. */
export function framesOf(document: MechanismDocument): Map<string, Frame> {
  const poses = posesOf(modelOf(document))
  return new Map(document.bodies.map(({ id }, k) => [id, frameOfPose(poses, k)]))
}
