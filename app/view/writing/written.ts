/** What is written and drawn over a picture at a time, as plain things to be painted. */
import { axisOf, originOf, valueAt } from '@ligamen/core'
import type { AnyCue, Dimension, PicturePlace, Seen, Take, TakeScene } from '@ligamen/core'

export type Spot = readonly [number, number]

export type Written =
  /** Words in a place of the picture. */
  | { kind: 'words'; text: string; place: PicturePlace; isTitle: boolean; opacity: number }
  /** A value with what it is of, at a spot of the picture or in a place of it. */
  | { kind: 'value'; name: string; value: string; at: Spot | PicturePlace; opacity: number }
  /** A curve up to now: shares of its length and of its height, from the lower left. */
  | {
      kind: 'curve'
      name: string
      value: string
      points: readonly Spot[]
      place: PicturePlace
      opacity: number
    }
  /** A line with arrows and words: a dimension. */
  | { kind: 'dimension'; from: Spot; to: Spot; text: string; opacity: number }
  | { kind: 'axis'; from: Spot; to: Spot; opacity: number }

/** What is needed to say what is written at a time. */
export interface Writing {
  readonly take: Take
  /** Of the take. */
  readonly frame: number
  readonly scene: TakeScene
  /** Where a point of ground is on the picture [px]. */
  readonly onPicture: (point: readonly [number, number, number]) => Spot
  readonly nameOf: (id: string) => string
  readonly display: (value: number, dimension: Dimension) => string
  /** Of the document: the datum that a probe follows, and the two datums of a joint. */
  readonly datumOfProbe: (probe: string) => string | undefined
  readonly datumOfJoint: (joint: string) => string | undefined
  /** Length of the axis of a joint [m]. */
  readonly axisLength: number
}

/** Most points of a curve on a picture. */
const MOST_POINTS = 240

export function writtenAt(shown: Seen['shown'], writing: Writing): Written[] {
  return shown.flatMap(({ cue, opacity }) => writtenOf(cue as AnyCue, opacity, writing))
}

function writtenOf(cue: AnyCue, opacity: number, writing: Writing): Written[] {
  switch (cue.kind) {
    case 'caption':
    case 'title': {
      const isTitle = cue.kind === 'title'
      const place = cue.place ?? (isTitle ? 'middle' : 'below')
      return [{ kind: 'words', text: cue.text, place, isTitle, opacity }]
    }
    case 'value':
      return valueOf(cue.probe, cue.place, opacity, writing)
    case 'curve':
      return curveOf(cue.probe, cue.place ?? 'right', opacity, writing)
    case 'dimension':
      return dimensionOf(cue.a, cue.b, opacity, writing)
    case 'axes':
      return cue.joints.flatMap((joint) => axisOfJoint(joint, opacity, writing))
    default:
      return []
  }
}

interface Channelled {
  readonly frame: number
  readonly at: (frame: number) => number
  readonly dimension: Dimension
}

function channelOf(probe: string, { take, frame }: Writing): Channelled | null {
  const index = take.probeChannels.findIndex(({ key }) => key === probe)
  if (index < 0 || take.frames === 0) return null
  const column = {
    values: take.probes,
    stride: 3 * take.probeChannels.length,
    first: 3 * index,
    frames: take.frames,
    interval: take.interval,
  }
  return {
    frame,
    at: (frame) => valueAt(column, frame),
    dimension: take.probeChannels[index]!.dimension,
  }
}

function valueOf(
  probe: string,
  place: PicturePlace | undefined,
  opacity: number,
  writing: Writing,
): Written[] {
  const channel = channelOf(probe, writing)
  if (!channel) return []
  const datum = writing.datumOfProbe(probe)
  const frame = place === undefined && datum !== undefined ? writing.scene.frameOf(datum) : null
  const at = frame ? writing.onPicture([...originOf(frame)]) : (place ?? 'above')
  const value = writing.display(channel.at(channel.frame), channel.dimension)
  return [{ kind: 'value', name: writing.nameOf(probe), value, at, opacity }]
}

function curveOf(probe: string, place: PicturePlace, opacity: number, writing: Writing): Written[] {
  const channel = channelOf(probe, writing)
  if (!channel) return []
  const { take, nameOf, display } = writing
  let [low, high] = [Infinity, -Infinity]
  for (let frame = 0; frame < take.frames; frame++) {
    const value = channel.at(frame)
    low = Math.min(low, value)
    high = Math.max(high, value)
  }
  const last = Math.max(1, take.frames - 1)
  const step = Math.max(1, Math.ceil(channel.frame / MOST_POINTS))
  const points: Spot[] = []
  const put = (frame: number) =>
    points.push([frame / last, high > low ? (channel.at(frame) - low) / (high - low) : 0.5])
  for (let frame = 0; frame < channel.frame; frame += step) put(frame)
  put(channel.frame)
  const value = display(channel.at(channel.frame), channel.dimension)
  return [{ kind: 'curve', name: nameOf(probe), value, points, place, opacity }]
}

function dimensionOf(a: string, b: string, opacity: number, writing: Writing): Written[] {
  const [from, to] = [a, b].map((id) => writing.scene.frameOf(id))
  if (!from || !to) return []
  const [p, q] = [originOf(from), originOf(to)]
  const length = Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2])
  const [start, end] = [p, q].map((point) => writing.onPicture([...point]))
  return [{ kind: 'dimension', from: start!, to: end!, text: writing.display(length, 'length'), opacity }]
}

function axisOfJoint(joint: string, opacity: number, writing: Writing): Written[] {
  const datum = writing.datumOfJoint(joint)
  const frame = datum === undefined ? null : writing.scene.frameOf(datum)
  if (!frame) return []
  const [p, z] = [originOf(frame), axisOf(frame, 2)]
  const half = writing.axisLength / 2
  const end = (side: number) => writing.onPicture([0, 1, 2].map((k) => p[k]! + side * half * z[k]!) as never)
  return [{ kind: 'axis', from: end(-1), to: end(1), opacity }]
}
