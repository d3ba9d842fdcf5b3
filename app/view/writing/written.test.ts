/** What is written over a picture: values, curves and dimensions are those of the take at that time. */
import { describe, expect, it } from 'vitest'
import { openModel, resolvePlaces, runScenario, TakeScene } from '@ligamen/core'
import { walkingBeam } from '~~/shared/starting-points/walking-beam'
import { pictureFacts } from './picture-facts'
import { writtenAt } from './written'

function set(time: number) {
  const document = structuredClone(walkingBeam)
  const model = openModel(document)
  if (!model.ok) throw new Error(model.problems[0].message)
  const run = runScenario(model.value, document.scenarios[0]!.id)
  if (!run.ok) throw new Error(run.problems[0].message)
  run.value.advance(Infinity)
  const take = run.value.take()
  const places = resolvePlaces(document)
  if (!places.ok) throw new Error(places.problems[0].message)
  const frame = Math.round(time / take.interval)
  const scene = new TakeScene(places.value).goTo({
    bodies: take.bodies,
    poses: take.poses,
    at: frame * 7 * take.bodies.length,
  })
  const writing = {
    ...pictureFacts(document),
    take,
    frame,
    scene,
    onPicture: ([x, , z]: readonly [number, number, number]) => [1000 * x, 1000 * z] as const,
    display: (value: number) => value.toFixed(6),
  }
  const probe = document.probes.findIndex(({ datum }) => datum !== undefined)
  const id = document.probes[probe]!.id
  const valueAt = (at: number) => take.probes[3 * (at * take.probeChannels.length + probe)]!
  const show = (cue: object) => writtenAt([{ cue: cue as never, opacity: 0.5 }], writing)
  return { document, take, frame, id, valueAt, show, scene }
}

describe('what is written', () => {
  it('is the value of a probe beside the datum that it follows', () => {
    const { id, valueAt, frame, show, document, scene } = set(0.5)
    const [value] = show({ kind: 'value', probe: id })
    const datum = document.probes.find((one) => one.id === id)!.datum!
    const at = scene.frameOf(datum)!
    expect(value).toEqual({
      kind: 'value',
      name: document.probes.find((one) => one.id === id)!.name,
      value: valueAt(frame).toFixed(6),
      at: [1000 * at[9]!, 1000 * at[11]!],
      opacity: 0.5,
    })
    expect(show({ kind: 'value', probe: id, place: 'left' })[0]).toMatchObject({ at: 'left' })
    expect(show({ kind: 'value', probe: 'nobody' })).toEqual([])
  })

  it('is the curve of a probe up to now, on the scale of the whole take', () => {
    const { id, valueAt, take, frame, show } = set(0.5)
    const [curve] = show({ kind: 'curve', probe: id })
    if (curve?.kind !== 'curve') throw new Error('no curve')
    const all = Array.from({ length: take.frames }, (_, k) => valueAt(k))
    const [low, high] = [Math.min(...all), Math.max(...all)]
    const [time, level] = curve.points.at(-1)!
    expect(time).toBeCloseTo(frame / (take.frames - 1), 12)
    expect(level).toBeCloseTo((valueAt(frame) - low) / (high - low), 12)
    expect(curve.points[0]![0]).toBe(0)
  })

  it('is the distance of two datums, and the axes of joints', () => {
    const { document, show, scene } = set(0.25)
    const [a, b] = document.datums.map(({ id }) => id)
    const [p, q] = [scene.frameOf(a!)!, scene.frameOf(b!)!]
    const length = Math.hypot(...[9, 10, 11].map((k) => p[k]! - q[k]!))
    expect(show({ kind: 'dimension', a, b })).toMatchObject([{ text: length.toFixed(6) }])
    const [axis] = show({ kind: 'axes', joints: [document.joints[0]!.id] })
    expect(axis).toMatchObject({ kind: 'axis', opacity: 0.5 })
  })
})
