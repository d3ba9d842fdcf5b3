/** Travel ranges and going to a pose, against what geometry says. */
import { describe, expect, it } from 'vitest'
import { openModel } from '../../src'
import { goToPose } from '../../src/analysis/go-to-pose'
import { travelOf } from '../../src/analysis/travel'
import { meet, Sketch } from '../sketch'

const fourBar = (d: number, a: number, b: number, c: number, start: number) => {
  const pin = [a * Math.cos(start), a * Math.sin(start)] as const
  return new Sketch()
    .body('crank', 'coupler', 'rocker')
    .hinge('shaft', 'ground', 'crank', [0, 0])
    .hinge('pin', 'crank', 'coupler', pin)
    .hinge('eye', 'coupler', 'rocker', meet(pin, b, [d, 0], c))
    .hinge('pivot', 'ground', 'rocker', [d, 0])
    .open()
}
const indexOf = (model: ReturnType<typeof fourBar>, joint: string) =>
  model.mechanism.coordinates.findIndex((c) => model.mechanism.geometry.joints[c.joint].source.id === joint)

describe('travel', () => {
  it('of a crank is endless, of its rocker what the lengths allow', () => {
    const [d, a, b, c] = [0.16, 0.03, 0.16, 0.1]
    const model = fourBar(d, a, b, c, 1)
    const crank = travelOf(model.mechanism, model.home, indexOf(model, 'shaft'))
    expect(crank).toEqual({ lower: -Infinity, upper: Infinity, lowerBy: null, upperBy: null })
    // Norton: the rocker turns between the poses with crank and coupler in line
    const angle = (reach: number) => Math.PI - Math.acos((d * d + c * c - reach * reach) / (2 * d * c))
    const rocker = travelOf(model.mechanism, model.home, indexOf(model, 'pivot'))
    expect(rocker.upper - rocker.lower).toBeCloseTo(Math.abs(angle(b + a) - angle(b - a)), 4)
    expect(rocker.upperBy?.code).toBe('dead-point')
  })

  it('ends at the limit of the joint itself, and at that of one that follows', () => {
    const sketch = (follower: object) =>
      new Sketch()
        .body('a', 'b')
        .join(
          'revolute',
          'ja',
          'ground',
          'a',
          [0, 0],
          {},
          { freedoms: [{ name: 'angle', lower: 0, upper: '90 deg' }] },
        )
        .join('revolute', 'jb', 'ground', 'b', [0.1, 0], {}, follower)
        .pair('gear', 'g', 'ja', 'jb', { name: 'g', ratio: 2 })
        .open()
    const own = sketch({})
    expect(travelOf(own.mechanism, own.home, 0)).toMatchObject({ lower: 0, upper: Math.PI / 2 })
    const other = sketch({ freedoms: [{ name: 'angle', lower: '-20 deg' }] })
    const travel = travelOf(other.mechanism, other.home, 0)
    expect(travel.upper).toBeGreaterThan((38 * Math.PI) / 180)
    expect(travel.upper).toBeLessThanOrEqual((40 * Math.PI) / 180 + 1e-9)
    expect(travel.upperBy?.ids).toEqual(['jb'])
  })
})

describe('going to a pose', () => {
  it('moves evenly, everything closed on the way, and arrives', () => {
    const model = fourBar(0.16, 0.03, 0.16, 0.1, 1)
    const shaft = indexOf(model, 'shaft')
    const passage = goToPose(model.mechanism, model.home, [{ coordinate: shaft, value: 2.5 }])
    if (!passage.ok) throw new Error(passage.problems[0].message)
    expect(passage.value.steps).toHaveLength(61)
    expect(passage.value.steps[60][model.mechanism.coordinates[shaft].link]).toBeCloseTo(2.5, 12)
  })

  it('says how far it gets and what stops it', () => {
    const model = fourBar(0.1, 0.08, 0.05, 0.06, 0.7)
    const passage = goToPose(model.mechanism, model.home, [{ coordinate: indexOf(model, 'shaft'), value: 3 }])
    expect(passage.ok ? null : passage.problems[0]).toMatchObject({ code: 'pose-out-of-reach' })
    expect(passage.ok ? '' : passage.problems[0].message).toMatch(/stops after \d+ % of the way/)
  })

  it('says at which limit it stays, in the words of a position', () => {
    const plain = fourBar(0.16, 0.03, 0.16, 0.1, 1)
    const joints = plain.document.joints.map((joint) =>
      joint.id === 'shaft' ? { ...joint, freedoms: [{ name: 'angle', upper: '1.5 rad' }] } : joint,
    )
    const limited = openModel({ ...plain.document, joints })
    if (!limited.ok) throw new Error(limited.problems[0].message)
    const model = limited.value
    const shaft = indexOf(model, 'shaft')
    const passage = goToPose(model.mechanism, model.home, [{ coordinate: shaft, value: 2.5 }])
    const message = passage.ok ? '' : passage.problems[0].message
    expect(message).toMatch(/^It gets to \d+ % of the way: there .* is at its upper limit of 85\.94/)
    expect(message).not.toContain(' s:')
  })

  it('takes a whole pose whose joints agree, and names one that does not', () => {
    const model = fourBar(0.16, 0.03, 0.16, 0.1, 1)
    const first = goToPose(model.mechanism, model.home, [{ coordinate: 0, value: 0.6 }])
    if (!first.ok) throw new Error('the first pose must be reached')
    const wrong = goToPose(model.mechanism, model.home, [
      { coordinate: 0, value: 0.6 },
      { coordinate: indexOf(model, 'pivot'), value: 1 },
    ])
    expect(wrong.ok ? null : wrong.problems[0]).toMatchObject({ code: 'pose-contradicts', ids: ['pivot'] })
  })
})
