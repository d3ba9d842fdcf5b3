import { describe, expect, it } from 'vitest'
import { considerJoint, considerRelation, draftRelation, reportModel, snapTeeth } from '../../src'
import type { Model, Result } from '../../src'
import type { RelationEffect } from '../../src/proposals/relating'
import { Sketch } from '../sketch'
import { at, feature, modelOf, posesOf, Workshop } from '../workshop'

const value = <T>(result: Result<T>): T => {
  if (!result.ok) throw new Error(result.problems.map((p) => p.message).join('\n'))
  return result.value
}

/** Joins a body's feature to a place of the frame. */
function join(
  model: Model,
  kind: string,
  body: string,
  name: string,
  place: [string, string, string],
  axis: [number, number, number] = [0, 0, 1],
  zero?: [number, number, number],
): Model {
  const second = at('frame', { position: place, axis, ...(zero ? { zero } : {}) })
  const proposal = { kind, name: `${body} joint`, first: feature(body, name), second, flip: false }
  return value(considerJoint(model, posesOf(model), proposal)).model!
}

const relate = (model: Model, a: string, b: string): RelationEffect =>
  considerRelation(model, value(draftRelation(model, { refs: [{ joint: a }, { joint: b }] })))

describe('relations proposed from parts', () => {
  const gears = (distance: string) => {
    let model = modelOf(
      new Workshop()
        .body('frame', 'plate')
        .body('pinion', 'gear', { teeth: '24' })
        .body('wheel', 'gear', { teeth: '36' }).document,
    )
    model = join(model, 'revolute', 'pinion', 'pitch centre', ['0 mm', '0 mm', '10 mm'])
    return join(model, 'revolute', 'wheel', 'pitch centre', [distance, '0 mm', '10 mm'])
  }

  it('from the teeth of two gears', () => {
    const effect = relate(gears('60 mm'), 'pinion-joint', 'wheel-joint')
    expect(effect.basis).toBe('24 and 36 teeth')
    expect(effect.sentence).toBe('1 turn of wheel joint turns pinion joint by 1.5000 turns the other way')
    expect(effect.slip).toBeNull()
    expect(effect.mobility).toBe('Mobility 2 → 1.')
    // the report says the same of it once it is made
    const made = effect.model!
    expect(Object.values(reportModel(made, made.document.scenarios[0]!.id).relations)).toEqual([
      effect.sentence,
    ])
  })

  it('with a wrong number are no contradiction, that could be made suspended', () => {
    const model = gears('60 mm')
    const refs = [{ joint: 'pinion-joint' }, { joint: 'wheel-joint' }]
    const wrong = value(draftRelation(model, { refs }))
    Object.assign(wrong.relation, { teethA: 0 })
    const refused = considerRelation(model, wrong)
    expect([refused.model, refused.contradicts]).toEqual([null, false])
  })

  it('snaps gears to their working distance and a tooth into a space', () => {
    const model = gears('63 mm')
    const draft = value(draftRelation(model, { refs: [{ joint: 'pinion-joint' }, { joint: 'wheel-joint' }] }))
    if (draft.relation.kind !== 'gear') throw new Error('not a gear pair')
    const { document, sentence } = value(snapTeeth(model, draft.relation))
    expect(sentence).toContain('moved by 3.000 mm')
    const snapped = modelOf(document)
    const [x, y] = posesOf(snapped).subarray(14, 16)
    expect(x).toBeCloseTo(0.06, 12)
    expect(y).toBeCloseTo(0, 12)
    // 24 teeth: one is on the line of centres; 36: so must a space, at 180 deg from the wheel
    const [, , , w, , , z] = posesOf(snapped).subarray(14, 21)
    const teeth = ((Math.PI - 2 * Math.atan2(z, w)) / (2 * Math.PI)) * 36
    expect(Math.abs((teeth % 1) - 0.5)).toBeLessThan(1e-9)
    // and once more: nothing is left to do
    expect(value(snapTeeth(snapped, draft.relation)).sentence).toBe('They stand right already.')
  })

  it('from the module and teeth of a pinion on a rack, and snaps them', () => {
    let model = modelOf(
      new Workshop()
        .body('frame', 'plate')
        .body('pinion', 'gear', { teeth: '20', module: '1 mm' })
        .body('bar', 'rack', { module: '1 mm', teeth: '30' }).document,
    )
    model = join(model, 'revolute', 'pinion', 'pitch centre', ['0 mm', '25 mm', '20 mm'])
    model = join(model, 'prismatic', 'bar', 'pitch line', ['2 mm', '10 mm', '20 mm'], [1, 0, 0], [0, 0, 1])
    const effect = relate(model, 'bar-joint', 'pinion-joint')
    expect(effect.basis).toContain('20 teeth')
    expect(effect.sentence).toContain('62.8')
    if (effect.relation.kind !== 'rack') throw new Error('not a rack')
    expect(effect.relation.a.joint).toBe('pinion-joint')
    const snapped = modelOf(value(snapTeeth(model, effect.relation)).document)
    const [x, y] = posesOf(snapped).subarray(14, 16)
    expect(y).toBeCloseTo(0.015, 12)
    // a tooth of the pinion points along x; the quarter turn down to the rack is 5 teeth, so a space of the rack
    // must be under the centre
    expect(Math.abs((((-x / (Math.PI * 0.001)) % 1) + 1) % 1)).toBeCloseTo(0.5, 6)
  })

  it('from the lead of a spindle, signed by its hand', () => {
    let model = modelOf(
      new Workshop()
        .body('frame', 'plate')
        .body('spindle', 'spindle', { pitch: '5 mm', starts: '2' }, undefined, { options: { hand: 'left' } })
        .body('nut', 'nut').document,
    )
    model = join(model, 'revolute', 'spindle', 'centre', ['0 mm', '0 mm', '50 mm'])
    model = join(model, 'prismatic', 'nut', 'centre', ['0 mm', '0 mm', '60 mm'])
    const effect = relate(model, 'spindle-joint', 'nut-joint')
    expect(effect.relation).toMatchObject({ kind: 'screw', lead: '-10 mm' })
    expect(effect.mobility).toBe('Mobility 2 → 1.')
  })

  it('from the motion programme of a cam, onto which the follower is set', () => {
    let model = modelOf(
      new Workshop()
        .body('frame', 'plate')
        .body('cam', 'cam', { lift: '12 mm', rise: '120 deg', roller: '0 mm' })
        .body('tamper', 'cylinder', { diameter: '8 mm' }).document,
    )
    model = join(model, 'revolute', 'cam', 'cam axis', ['0 mm', '0 mm', '20 mm'])
    model = join(model, 'prismatic', 'tamper', 'bottom', ['43 mm', '0 mm', '20 mm'], [1, 0, 0])
    const effect = relate(model, 'cam-joint', 'tamper-joint')
    expect(effect.relation).toMatchObject({ kind: 'cam', cam: 'cam-placed' })
    expect(effect.basis).toBe('the motion programme of cam')
    // its end, 40 mm before its bottom, stood 3 mm from the axis; it touches the base circle of 25 mm
    expect(effect.sentence).toBe('tamper joint follows cam on cam joint, and is set onto it by 22.00 mm')
    expect(effect.slip).toBeNull()
  })

  it('from nothing proposes one to one and says that it has no basis', () => {
    let model = modelOf(new Workshop().body('frame', 'plate').body('a', 'link').body('b', 'link').document)
    model = join(model, 'revolute', 'a', 'bore A', ['0 mm', '0 mm', '10 mm'])
    model = join(model, 'revolute', 'b', 'bore A', ['50 mm', '0 mm', '10 mm'])
    const draft = value(draftRelation(model, { refs: [{ joint: 'a-joint' }, { joint: 'b-joint' }] }))
    expect(draft.basis).toBeNull()
    const same = draftRelation(model, { refs: [{ joint: 'a-joint' }, { joint: 'a-joint' }] })
    expect(same.ok ? '' : same.problems[0].code).toBe('relation-pick')
  })

  it('of three turns makes the last the mean of the others, as in a differential', () => {
    let model = modelOf(
      new Workshop().body('frame', 'plate').body('a', 'link').body('b', 'link').body('cage', 'link').document,
    )
    for (const [k, body] of ['a', 'b', 'cage'].entries())
      model = join(model, 'revolute', body, 'bore A', [`${50 * k} mm`, '0 mm', '10 mm'])
    const refs = ['a', 'b', 'cage'].map((body) => ({ joint: `${body}-joint` }))
    const effect = considerRelation(model, value(draftRelation(model, { refs })))
    expect(effect.sentence).toBe('a joint + b joint − 2 × cage joint stays constant')
    expect(effect.mobility).toBe('Mobility 3 → 2.')
    const alone = draftRelation(model, { refs: refs.slice(0, 1) })
    expect(alone.ok ? '' : alone.problems[0].message).toBe('A relation needs two joint positions or more.')
  })
})

describe('relations that are wished for', () => {
  const sketch = () =>
    new Sketch()
      .body('drum', 'wheel', 'slider', 'load')
      .hinge('drum-pin', 'ground', 'drum', [0, 0])
      .hinge('wheel-pin', 'ground', 'wheel', [0.1, 0])
      .slide('way', 'ground', 'slider', [0, 0.1], [1, 0, 0])
      .slide('hoist', 'ground', 'load', [0.02, -0.2], [0, 1, 0])

  it.each([
    ['gear', ['drum-pin', 'wheel-pin'], { ratio: 1 }],
    ['belt', ['drum-pin', 'wheel-pin'], { ratio: 1 }],
    ['index', ['drum-pin', 'wheel-pin'], { slots: 6 }],
    ['rack', ['drum-pin', 'way'], { travel: '10 mm' }],
    ['screw', ['way', 'drum-pin'], { a: { joint: 'drum-pin' }, lead: '5 mm' }],
    ['sum', ['way', 'hoist'], {}],
    ['table', ['drum-pin', 'way'], { points: expect.anything() as unknown }],
    ['programme', ['drum-pin', 'way'], { begins: '0 deg', level: '0 mm' }],
  ])('of the kind %s are made and hold', (kind, joints, fields) => {
    const model = sketch().open()
    const draft = value(draftRelation(model, { refs: joints.map((joint) => ({ joint })), kind }))
    expect(draft.relation).toMatchObject({ kind, ...fields })
    expect(considerRelation(model, draft).problems).toEqual([])
  })

  it.each([
    ['gear', ['drum-pin', 'way'], 'Gear pair takes two turns; drum-pin is a turn and way is a slide.'],
    ['cam', ['drum-pin', 'way'], 'Cam and follower takes a turn that carries a cam, and a slide;'],
    ['cord', ['drum-pin'], 'Cord on a drum takes the turn of the drum, and a datum'],
    ['sum', ['drum-pin'], 'Sum of positions takes two slides, or three positions and more;'],
  ])('of the kind %s are refused with what it takes', (kind, joints, words) => {
    const draft = draftRelation(sketch().open(), { refs: joints.map((joint) => ({ joint })), kind })
    expect(draft.ok || draft.problems[0]!.message).toContain(words)
  })

  it('make a cord fast to a picked place, outside of the drum', () => {
    const model = sketch().open()
    const wish = {
      refs: [{ joint: 'drum-pin' }],
      kind: 'cord',
      datum: at('load', { position: [0.02, -0.2, 0] }, 'hook'),
    }
    const draft = value(draftRelation(model, wish))
    const { relation, document } = draft
    expect(relation).toMatchObject({ kind: 'cord', diameter: '40 mm', datum: 'hook' })
    expect(document.datums.find(({ id }) => id === 'hook')).toMatchObject({ body: 'load' })
    expect(considerRelation(model, draft).sentence).toBe('1 turn of drum-pin winds 125.66 mm of cord')
  })

  it.each([
    [0.02, true],
    [-0.02, false],
  ])('let a cord hang straight down to a load beside the axle at %f', (x, reversed) => {
    // the axle points at the viewer of the front: on the right a cord leaves the drum clockwise
    const model = new Sketch()
      .body('drum', 'load')
      .hinge('axle', 'ground', 'drum', [0, 0, 0.3], { axis: [0, -1, 0], zero: [1, 0, 0] })
      .slide('lift', 'ground', 'load', [x, 0, 0], [0, 0, 1])
      .open()
    const datum = at('load', { position: [x, 0, 0] }, 'hook')
    const draft = value(draftRelation(model, { refs: [{ joint: 'axle' }], kind: 'cord', datum }))
    expect(draft.relation.reversed === true).toBe(reversed)
  })

  it('relate the first position to each of the others, all of one kind', () => {
    const model = sketch().open()
    const refs = ['way', 'drum-pin', 'wheel-pin'].map((joint) => ({ joint }))
    const draft = value(draftRelation(model, { refs, each: true, fields: { travel: '31.4 mm' } as never }))
    expect(draft.relations.map(({ name, kind }) => `${name}: ${kind}`)).toEqual([
      'way and drum-pin: rack',
      'way and wheel-pin: rack',
    ])
    const effect = considerRelation(model, draft)
    expect(effect.mobility).toBe('Mobility 4 → 2.')
    expect(effect.sentence).toBe(
      '1 turn of drum-pin moves way by 31.40 mm; 1 turn of wheel-pin moves way by 31.40 mm',
    )
  })
})
