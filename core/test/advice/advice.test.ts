/** Every piece of advice is carried out: what was held twice is held once, and the motion is the one from before. */
import { describe, expect, it } from 'vitest'
import { adviseOn, openModel, runScenario } from '../../src'
import type { MechanismDocument, Model, Take } from '../../src'
import { overConstrained } from './catalogue'

const opened = (document: MechanismDocument): Model => {
  const model = openModel(document)
  if (!model.ok) throw new Error(model.problems[0].message)
  return model.value
}

/** Joints of one freedom that together move everything, none of them among those that the advice alters. */
function leaders(model: Model, altered: readonly string[]): string[] {
  const { coordinates, geometry } = model.mechanism
  const chosen: string[] = []
  const left = () => {
    const document = structuredClone(model.document)
    document.scenarios[0].drivers = chosen.map((joint) => ({
      id: `d-${joint}`,
      kind: 'motor',
      joint,
      speed: 0,
      runUp: 0,
    }))
    const run = runScenario(opened(document), 'run')
    return run.ok
  }
  const wanted = model.mobility.mobility
  for (const { joint } of coordinates) {
    const { id } = geometry.joints[joint].source
    const alone = coordinates.filter((c) => c.joint === joint).length === 1
    if (chosen.length === wanted || !alone || chosen.includes(id) || altered.includes(id)) continue
    chosen.push(id)
    if (!left()) chosen.pop()
  }
  return chosen
}

function take(document: MechanismDocument, joints: readonly string[], sign: number): Take {
  const model = opened(document)
  const driven = structuredClone(document)
  driven.scenarios[0].length = 1
  driven.scenarios[0].drivers = joints.map((joint, k) => {
    const coordinate = model.mechanism.coordinates.find(
      (c) => model.mechanism.geometry.joints[c.joint].source.id === joint,
    )!
    const reach = coordinate.dimension === 'length' ? 0.03 : 0.6
    return { id: `d-${joint}`, kind: 'motor', joint, speed: sign * reach * (1 - 0.3 * k), runUp: 0 }
  })
  const run = runScenario(opened(driven), 'run')
  if (!run.ok) throw new Error(run.problems[0].message)
  run.value.advance(Infinity)
  return run.value.take()
}

const altered = (before: MechanismDocument, after: MechanismDocument): string[] =>
  before.joints.flatMap((joint) => {
    const now = after.joints.find(({ id }) => id === joint.id)
    return now && now.kind === joint.kind && now.suspended === joint.suspended ? [] : [joint.id]
  })

let given = 0

describe('advice on what is held twice', () => {
  it.each(overConstrained)('%s', (_, make) => {
    const before = make().open()
    expect(before.mobility.redundant.length).toBeGreaterThan(0)
    for (const { advice } of adviseOn(before)) {
      for (const { document, sentence } of advice) {
        given++
        const after = opened(document)
        expect(after.mobility.redundant.length, sentence).toBeLessThan(before.mobility.redundant.length)
        expect(after.mobility.mobility, sentence).toBe(before.mobility.mobility)
        const joints = leaders(before, altered(before.document, document))
        for (const sign of [1, -1]) {
          const [was, is] = [take(before.document, joints, sign), take(document, joints, sign)]
          expect(is.frames, sentence).toBe(was.frames)
          const apart = was.poses.reduce((most, v, k) => Math.max(most, Math.abs(v - is.poses[k])), 0)
          expect(apart, sentence).toBeLessThan(1e-8)
        }
      }
    }
  })

  it('is given for most of them', () => {
    expect(given).toBeGreaterThan(40)
  })
})
