import { describe, expect, it } from 'vitest'
import { adviseOn, considerJoint, openModel } from '../../src'
import type { JoinProposal, Model, Result } from '../../src'
import { at, feature, modelOf, posesOf, Workshop } from '../workshop'

const value = <T>(result: Result<T>): T => {
  if (!result.ok) throw new Error(result.problems.map((p) => p.message).join('\n'))
  return result.value
}

const consider = (model: Model, proposal: JoinProposal) =>
  value(considerJoint(model, posesOf(model), proposal))

const hinge = (name: string, first: JoinProposal['first'], second: JoinProposal['second']): JoinProposal => ({
  kind: 'revolute',
  name,
  first,
  second,
})

/** Position of a body at home [mm]. */
const place = (model: Model, body: number) =>
  Array.from(posesOf(model).subarray(7 * body, 7 * body + 3), (v) => Math.round(v * 1e9) / 1e6 + 0)

const plateAndLink = () =>
  new Workshop()
    .body('wall', 'plate')
    .body('arm', 'link', {}, { position: ['200 mm', '30 mm', '15 mm'], axis: [0, 0.2, 1] })

describe('a joint of two picks', () => {
  it('opens from an empty document', () => {
    const empty = value(openModel(new Workshop().document))
    expect(empty.mobility.mobility).toBe(0)
  })

  it('brings the loose body to the one that is held, and says the mobility', () => {
    const model = modelOf(plateAndLink().document)
    expect(model.mobility.mobility).toBe(6)
    const effect = consider(model, hinge('Pivot', feature('arm', 'bore A'), feature('wall', 'hole 1')))
    expect(effect.sentences).toEqual(['Mobility 6 → 1.'])
    expect(effect.draft.comes).toBe('first')
    expect(place(effect.model!, 1)).toEqual([-50, -30, 0])
    // the same the other way round: what is held never comes
    const back = consider(model, hinge('Pivot', feature('wall', 'hole 1'), feature('arm', 'bore A')))
    expect(back.draft.comes).toBe('second')
    expect(place(back.model!, 1)).toEqual([-50, -30, 0])
  })

  it('of two loose bodies lets either come', () => {
    const { document } = plateAndLink().body('rod', 'link', {}, { position: ['0 mm', '300 mm', '0 mm'] })
    const model = modelOf(document)
    const proposal = hinge('Elbow', feature('arm', 'bore B'), feature('rod', 'bore A'))
    expect(place(consider(model, { ...proposal, comes: 'first' }).model!, 2)).toEqual([0, 300, 0])
    expect(place(consider(model, { ...proposal, comes: 'second' }).model!, 1)).toEqual([200, 30, 15])
  })

  it('brings along what is joined to the body that comes', () => {
    const { document } = plateAndLink().body('rod', 'link', {}, { position: ['0 mm', '300 mm', '0 mm'] })
    const elbow = consider(
      modelOf(document),
      hinge('Elbow', feature('rod', 'bore A'), feature('arm', 'bore B')),
    )
    const pivot = consider(elbow.model!, hinge('Pivot', feature('arm', 'bore A'), feature('wall', 'hole 1')))
    const elbowAngle = (model: Model) => posesOf(model).slice(7, 21)
    expect(pivot.model!.mobility.mobility).toBe(2)
    // arm and rod keep their distance: the rod's bore A still lies on the arm's bore B
    const [arm, rod] = [place(pivot.model!, 1), place(pivot.model!, 2)]
    expect(Math.hypot(...arm.map((v, k) => v - rod[k]))).toBeCloseTo(80, 6)
    expect(elbowAngle(pivot.model!).every(Number.isFinite)).toBe(true)
  })

  it('takes offset and angle along and about the axis, and turns over on demand', () => {
    const model = modelOf(plateAndLink().document)
    const proposal = hinge('Pivot', feature('arm', 'bore A'), feature('wall', 'hole 1'))
    const moved = consider(model, { ...proposal, offset: '8 mm', turn: '90 deg' }).model!
    expect(place(moved, 1)).toEqual([-50, -30, 8])
    // x of the arm points along y of the wall
    const [, , , w, , , z] = posesOf(moved).subarray(7, 14)
    expect(2 * Math.atan2(z, w)).toBeCloseTo(Math.PI / 2, 9)
    const over = consider(model, { ...proposal, flip: true }).model!
    const [, , , , i, j] = posesOf(over).subarray(7, 14)
    expect(Math.hypot(i, j)).toBeCloseTo(1, 9)
  })

  it('turns as little as possible: faces that look at each other meet', () => {
    const { document } = new Workshop()
      .body('bed', 'box')
      .body('block', 'box', {}, { position: ['10 mm', '5 mm', '90 mm'] })
    const effect = consider(modelOf(document), {
      kind: 'planar',
      name: 'Seat',
      first: feature('block', 'bottom'),
      second: feature('bed', 'top'),
    })
    expect(effect.draft.flip).toBe(true)
    expect(place(effect.model!, 1)).toEqual([10, 5, 20])
  })

  it('where things stand moves nothing', () => {
    const model = modelOf(plateAndLink().document)
    const before = posesOf(model)
    const effect = consider(model, {
      ...hinge('Pivot', feature('arm', 'bore A'), feature('wall', 'hole 1')),
      inPlace: true,
    })
    expect(effect.model!.mobility.mobility).toBe(1)
    posesOf(effect.model!).forEach((v, k) => expect(v).toBeCloseTo(before[k], 12))
  })

  it('refuses two picks on one body, and says so', () => {
    const model = modelOf(plateAndLink().document)
    const refused = considerJoint(
      model,
      posesOf(model),
      hinge('P', feature('arm', 'bore A'), feature('arm', 'bore B')),
    )
    expect(refused.ok ? '' : refused.problems[0].code).toBe('pick-same-body')
  })
})

describe('too much', () => {
  /** A door on a wall with two hinges in line. */
  const door = () => {
    const { document } = new Workshop()
      .body('wall', 'box', { width: '20 mm', depth: '20 mm', height: '400 mm' })
      .body(
        'door',
        'box',
        { width: '200 mm', depth: '10 mm', height: '400 mm' },
        { position: ['150 mm', 0, 0] },
      )
    const pick = (body: string, x: string, z: string) => at(body, { position: [x, 0, z] })
    const first = consider(
      modelOf(document),
      hinge('Hinge 1', pick('door', '-120 mm', '150 mm'), pick('wall', '20 mm', '150 mm')),
    )
    return { model: first.model!, pick }
  }

  it('a second hinge in line is announced as harmless, and advised on', () => {
    const { model, pick } = door()
    const second = consider(
      model,
      hinge('Hinge 2', pick('door', '-120 mm', '-150 mm'), pick('wall', '20 mm', '-150 mm')),
    )
    expect(second.sentences).toEqual(['Mobility 1 → 1.'])
    expect(second.twice).toEqual([expect.stringContaining('a second time: harmless')])
    const [finding] = adviseOn(second.model!)
    expect(finding.kind).toBe('redundant')
    expect(finding.advice[0].sentence).toMatch(/^Suspend Hinge/)
    const mended = modelOf(finding.advice[0].document)
    expect(mended.mobility.redundant).toEqual([])
    expect(mended.mobility.mobility).toBe(1)
  })

  it('a hinge out of line is announced with its gap, and mended where things stand', () => {
    const { model, pick } = door()
    const out = consider(
      model,
      hinge('Hinge 2', pick('door', '-120 mm', '-150 mm'), pick('wall', '20.4 mm', '-150 mm')),
    )
    expect(out.model).toBeNull()
    expect(out.sentences.join(' ')).toMatch(/0\.\d+ mm/)
    const { document, joint } = out.draft
    document.joints.find(({ id }) => id === joint)!.suspended = true
    const [finding] = adviseOn(modelOf(document))
    expect(finding.kind).toBe('suspended')
    expect(finding.sentence).toContain('contradicts')
    const mended = modelOf(finding.advice[0].document)
    expect(mended.document.joints.every((j) => !j.suspended)).toBe(true)
    expect(mended.mobility.mobility).toBe(1)
  })
})

describe('a loop closed at the wall', () => {
  it('says what is held twice though another joint holds it, and mends it with one piece of advice', () => {
    const { document } = new Workshop()
      .body('wall', 'link', { length: '160 mm' })
      .body('crank', 'link', { length: '40 mm' }, { position: [0, 0.06, 0] })
      .body('beam', 'link', { length: '150 mm' }, { position: [0, 0.1, 0] })
      .body('rocker', 'link', { length: '100 mm' }, { position: [0.16, 0.06, 0] })
    const bore = (body: string, end: string) => feature(body, `bore ${end}`)
    const one = consider(modelOf(document), hinge('Crank shaft', bore('crank', 'A'), bore('wall', 'A')))
    const two = consider(one.model!, hinge('Crank pin', bore('beam', 'A'), bore('crank', 'B')))
    const three = consider(two.model!, hinge('Rocker pin', bore('rocker', 'B'), bore('beam', 'B')))
    const four = consider(three.model!, hinge('Rocker pivot', bore('rocker', 'A'), bore('wall', 'B')))
    expect(four.sentences).toEqual(['Mobility 3 → 1.'])
    expect(four.twice).toHaveLength(1)
    expect(four.twice[0]).toMatch(/^With it, Rocker pin would hold .* a second time: harmless/)
    const [finding] = adviseOn(four.model!)
    expect(finding.advice[0].sentence).toMatch(/nothing is held twice\.$/)
    const mended = modelOf(finding.advice[0].document)
    expect(mended.mobility).toMatchObject({ mobility: 1, redundant: [] })
  })
})

describe('a joint whose sides play different parts', () => {
  it.each(['first', 'second'] as const)('has its slot at the second pick, whichever comes: %s', (comes) => {
    const { document } = new Workshop()
      .body('base', 'plate')
      .body('slider', 'box', {}, { position: [0.1, 0.2, 0] })
      .body('rail', 'plate', { slotLength: '40 mm' }, { position: [0.3, 0.1, 0.02] })
    const proposal = {
      kind: 'pin-in-slot',
      name: 'Guide',
      first: feature('slider', 'top'),
      second: feature('rail', 'top'),
      comes,
      turn: '0 deg',
    }
    const { draft } = consider(modelOf(document), proposal)
    const joint = draft.document.joints[0]!
    const bodyOf = (id: string) => draft.document.datums.find((datum) => datum.id === id)!.body
    expect([bodyOf(joint.from), bodyOf(joint.to), draft.comes]).toEqual(['rail', 'slider', comes])
  })
})
