/** Placements of the document as frames, and frames written back as placements. */
import type { MechanismDocument } from '../document/format/mechanism'
import type { Placement } from '../document/format/parts'
import { frameAlong, identityFrame, ORIGIN } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { readQuaternion, writeAxes } from '../maths/quaternion'
import type { Problem } from '../result'
import { siValue } from '../units/quantity'
import { SAME_POSE } from './tolerances'

/** Placements that say their orientation twice, or whose zero direction lies along their axis. */
export function placementProblems(document: MechanismDocument): Problem[] {
  const placements: [string, string, Placement | undefined][] = [
    ...document.bodies.map((b, i): [string, string, Placement | undefined] => [
      `/bodies/${i}/pose`,
      b.id,
      b.pose,
    ]),
    ...document.bodies.flatMap((b, i) =>
      b.parts.map((p, k): [string, string, Placement | undefined] => [
        `/bodies/${i}/parts/${k}/at`,
        p.id,
        p.at,
      ]),
    ),
    ...document.datums.map((d, i): [string, string, Placement | undefined] => [
      `/datums/${i}/at`,
      d.id,
      d.at,
    ]),
  ]
  return placements.flatMap(([path, id, placement]): Problem[] => {
    if (!placement) return []
    const { orientation, axis, zero } = placement
    if (orientation && (axis || zero)) {
      return [
        {
          code: 'placement-ambiguous',
          message: `“${id}” gives its orientation and an axis; keep one of the two.`,
          pointer: path,
          ids: [id],
        },
      ]
    }
    return frameAlong(axis ?? [0, 0, 1], zero)
      ? []
      : [
          {
            code: 'placement-zero-along-axis',
            message: `“${id}”: the zero direction lies along the axis; give one across it.`,
            pointer: `${path}/zero`,
            ids: [id],
          },
        ]
  })
}

/** A validated placement as a frame. */
export function placementFrame(placement: Placement | undefined): Frame {
  const frame = identityFrame()
  if (placement?.orientation) writeAxes(placement.orientation, frame)
  else if (placement?.axis || placement?.zero) {
    frame.set(frameAlong(placement.axis ?? [0, 0, 1], placement.zero) ?? frame)
  }
  placement?.position?.forEach((quantity, k) => {
    frame[ORIGIN + k] = siValue(quantity, 'length')
  })
  return frame
}

/** A frame as a placement of plain numbers. */
export function placementOf(frame: Frame): Placement {
  const orientation: [number, number, number, number] = [1, 0, 0, 0]
  const quaternion = new Float64Array(4)
  readQuaternion(frame, 0, quaternion, 0)
  quaternion.forEach((v, k) => (orientation[k] = v))
  const position = [0, 1, 2].map((k) => frame[ORIGIN + k]) as [number, number, number]
  return { position, orientation }
}

/** Writes poses of bodies into a draft where they are other ones. */
export function writePoses(draft: MechanismDocument, frames: ReadonlyMap<string, Frame>): void {
  for (const body of draft.bodies) {
    const frame = frames.get(body.id)
    const written = placementFrame(body.pose)
    if (frame?.some((v, k) => Math.abs(v - written[k]) > SAME_POSE)) body.pose = placementOf(frame)
  }
}
