/**
 * Mass, centre of mass and inertia of a body: what was typed, else what its parts give by shape and density. An imported part
 * has the triangles that are handed in.
 */
import type { MechanismDocument } from '../document/format/mechanism'
import type { Body, Part } from '../document/format/parts'
import { ORIGIN } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { fail, succeed } from '../result'
import type { Result } from '../result'
import { moments, refinedMoments, volumeProperties } from '../shapes/mesh/mass'
import type { ImportedMeshes } from './imported-meshes'
import { resolvePart, shapeOf } from './parts'
import type { ResolvedPart } from './parts'
import { CHORDS } from '../shapes/shape'
import { parseQuantity, siValue } from '../units/quantity'
import { placedFrames } from './datums'

/** Of a part that says nothing else: steel [kg/m^3] (common practice). */
export const USUAL_DENSITY = 7850

export interface BodyMass {
  /** [kg] */
  readonly mass: number
  /** In the frame of the body [m]. */
  readonly centre: readonly [number, number, number]
  /** About the centre, along the axes of the body [kg m^2]: xx, yy, zz, xy, yz, zx of the inertia tensor. */
  readonly inertia: readonly [number, number, number, number, number, number]
  /** Whether the mass was typed over what the shape gives. */
  readonly typed: boolean
}

/** Error: `mass-unknown` when a body has neither parts nor a typed mass, or a part has no closed shape. */
export function massOf(document: MechanismDocument, body: Body, imported: ImportedMeshes): Result<BodyMass> {
  const shape = shapeMass(document, body, imported)
  if (!body.mass) return shape
  const typed = siValue(body.mass.mass, 'mass')
  const of = shape.ok ? shape.value : null
  const centre = body.mass.centre?.map((along) => siValue(along, 'length'))
  const scale = of && of.mass > 0 ? typed / of.mass : 0
  return succeed({
    mass: typed,
    centre: (centre as [number, number, number] | undefined) ?? of?.centre ?? [0, 0, 0],
    inertia:
      body.mass.inertia ??
      ((of?.inertia ?? [0, 0, 0, 0, 0, 0]).map((v) => v * scale) as unknown as BodyMass['inertia']),
    typed: true,
  })
}

function shapeMass(document: MechanismDocument, body: Body, imported: ImportedMeshes): Result<BodyMass> {
  const unknown = (message: string) => fail({ code: 'mass-unknown', message, ids: [body.id] })
  if (body.parts.length === 0) return unknown(`${body.name} has no parts; type its mass.`)
  const sources = new Map(document.parts.map((part) => [part.id, part]))
  const parts = new Map<string, ResolvedPart>()
  for (const { part } of body.parts) {
    const resolved = resolvePart(sources.get(part)!, '')
    if (!resolved.ok) return resolved
    parts.set(part, resolved.value)
  }
  const frames = placedFrames(body, parts, '')
  if (!frames.ok) return frames
  const sum = new Float64Array(10)
  for (const placed of body.parts) {
    const source = sources.get(placed.part)!
    const own = momentsOf(source, parts.get(placed.part)!, imported)
    if (!own || !(own[0] > 0))
      return unknown(`${source.name} has no closed shape; type the mass of ${body.name}.`)
    const density = densityOf(source)
    moveMoments(own, frames.value.get(placed.id)!).forEach((v, k) => (sum[k] += density * v))
  }
  const { volume, centre, inertia } = volumeProperties(sum)
  return succeed({ mass: volume, centre, inertia, typed: false })
}

function densityOf(part: Part): number {
  const read = part.density === undefined ? null : parseQuantity(part.density, 'density')
  return read?.ok ? read.value : USUAL_DENSITY
}

function momentsOf(part: Part, resolved: ResolvedPart, imported: ImportedMeshes): Float64Array | null {
  if (part.mesh !== undefined) {
    const mesh = imported(part.mesh)
    return mesh ? moments([mesh]) : null
  }
  const shape = shapeOf(resolved)
  return refinedMoments(moments(shape.solids(CHORDS)), moments(shape.solids(2 * CHORDS)))
}

/** Raw moments of a solid seen from the frame in which its own frame is. */
function moveMoments(m: Float64Array, f: Frame): Float64Array {
  const o = f.subarray(ORIGIN, ORIGIN + 3)
  const first = [m[1], m[2], m[3]]
  const second = [
    [m[4], m[7], m[9]],
    [m[7], m[5], m[8]],
    [m[9], m[8], m[6]],
  ]
  // the axes of the solid are the columns of its frame
  const r = (i: number, k: number) => f[3 * k + i]
  const turned = [0, 1, 2].map((i) => [0, 1, 2].reduce((s, k) => s + r(i, k) * first[k], 0))
  const pair = (i: number, j: number) => {
    let s = 0
    for (let k = 0; k < 3; k++) for (let l = 0; l < 3; l++) s += r(i, k) * second[k][l] * r(j, l)
    return s + o[i] * turned[j] + o[j] * turned[i] + o[i] * o[j] * m[0]
  }
  return Float64Array.of(
    m[0],
    ...turned.map((v, i) => v + o[i] * m[0]),
    pair(0, 0),
    pair(1, 1),
    pair(2, 2),
    pair(0, 1),
    pair(1, 2),
    pair(2, 0),
  )
}
