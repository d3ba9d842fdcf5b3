/** Making, moving, copying, mirroring, grouping and taking away bodies. */
import { describe, expect, it } from 'vitest'
import {
  addPart,
  circleOf,
  copyTo,
  dissolve,
  freshName,
  gather,
  massOf,
  mirrorTo,
  moveBodies,
  moved,
  openModel,
  ORIGIN,
  regroup,
  removalOf,
  rowOf,
  runScenario,
  shapeKinds,
  turnedAbout,
  usualPart,
} from '../../../src'
import type { MechanismDocument, DatumPick } from '../../../src'
import { validateDocument } from '../../../src/document/checks/validate'
import { draftJoint } from '../../../src/proposals/joining'
import { at, feature, framesOf, modelOf, posesOf, Workshop } from '../../workshop'

const origin = (document: MechanismDocument, id: string) =>
  [...framesOf(document).get(id)!.subarray(ORIGIN)].map((v) => Math.round(v * 1e9) / 1e9 + 0)

function joined(
  document: MechanismDocument,
  kind: string,
  name: string,
  first: DatumPick,
  second: DatumPick,
) {
  const draft = draftJoint(document, posesOf(modelOf(document)), { kind, name, first, second })
  if (!draft.ok) throw new Error(draft.problems[0]!.message)
  return draft.value.document
}

/** A base with an arm on it and a hand on the arm. */
function arm(): MechanismDocument {
  const shop = new Workshop()
    .body('base', 'plate')
    .body('arm', 'link', { length: '100 mm' }, { position: [0.2, 0, 0.05] })
    .body('hand', 'link', { length: '60 mm' }, { position: [0.4, 0, 0.05] })
  const one = joined(shop.document, 'revolute', 'Shoulder', feature('arm', 'bore A'), feature('base', 'top'))
  return joined(one, 'revolute', 'Elbow', feature('hand', 'bore A'), feature('arm', 'bore B'))
}

describe('new parts', () => {
  it('every kind of the kit is made with its usual dimensions and opens', () => {
    for (const kind of shapeKinds.filter((k) => k !== 'imported')) {
      const added = addPart(new Workshop().document, usualPart(kind)!, {})
      expect(openModel(added.document).ok, kind).toBe(true)
    }
  })

  it('the first body is fixed to ground, the next is not, and names do not repeat', () => {
    const one = addPart(new Workshop().document, usualPart('box')!, {})
    const two = addPart(one.document, { ...usualPart('box')!, name: freshName(one.document, 'Box') }, {})
    expect(two.document.bodies.map(({ name, grounded }) => [name, grounded])).toEqual([
      ['Box', true],
      ['Box 2', undefined],
    ])
  })
})

describe('taking away', () => {
  it('a body takes its joints and what hangs on them along', () => {
    const document = arm()
    document.probes.push({ id: 'probe', name: 'Elbow angle', kind: 'joint-position', joint: 'elbow' })
    const { document: left, hanging, sentence } = removalOf(document, ['arm'])
    expect(left.joints).toEqual([])
    expect(left.datums).toEqual([])
    expect(left.parts.map(({ id }) => id)).toEqual(['base-part', 'hand-part'])
    expect(hanging).toEqual(['Shoulder (joint)', 'Elbow (joint)', 'Elbow angle (probe)'])
    expect(sentence).toBe('Deletes arm and also Shoulder (joint), Elbow (joint) and Elbow angle (probe).')
    expect(openModel(left).ok).toBe(true)
  })

  it('without its ground a mechanism is held by the next body', () => {
    const { document, sentence } = removalOf(arm(), ['base'])
    expect(document.bodies[0]).toMatchObject({ id: 'arm', grounded: true })
    expect(sentence).toContain('arm is fixed to ground instead.')
    expect(openModel(document).ok).toBe(true)
  })
})

describe('moving and copying', () => {
  it('a free body is moved and turned by exact amounts', () => {
    const { document } = new Workshop()
      .body('base', 'plate')
      .body('pin', 'cylinder', {}, { position: [0.1, 0, 0] })
    const there = moveBodies(document, framesOf(document), ['pin'], moved([0.01, 0.02, 0.03]))
    expect(origin(there, 'pin')).toEqual([0.11, 0.02, 0.03])
    const turned = moveBodies(there, framesOf(there), ['pin'], turnedAbout([0, 0, 0], [0, 0, 1], Math.PI / 2))
    expect(origin(turned, 'pin')).toEqual([-0.02, 0.11, 0.03])
  })

  it('rows and circles stand at even steps', () => {
    const { document } = new Workshop()
      .body('base', 'plate')
      .body('pin', 'cylinder', {}, { position: [0.1, 0, 0] })
    const row = copyTo(document, framesOf(document), ['pin'], rowOf([0, 0.03, 0], 4))
    expect(row.ids.map((id) => origin(row.document, id)[1])).toEqual([0.03, 0.06, 0.09])
    const circle = copyTo(
      document,
      framesOf(document),
      ['pin'],
      circleOf([0, 0, 0], [0, 0, 1], Math.PI / 2, 4),
    )
    expect(circle.ids.map((id) => origin(circle.document, id).slice(0, 2))).toEqual([
      [0, 0.1],
      [-0.1, 0],
      [0, -0.1],
    ])
  })

  it('what joins the copied bodies is copied too, with the joint to the one body that stays', () => {
    const document = arm()
    const here = framesOf(document)
    const { document: copied, ids, joints } = copyTo(document, here, ['arm', 'hand'], [moved([0, 0, 0.1])])
    expect(ids).toEqual(['arm-2', 'hand-2'])
    expect(joints).toEqual(['Shoulder'])
    expect(copied.joints.map(({ id }) => id)).toEqual(['shoulder', 'elbow', 'shoulder-2', 'elbow-2'])
    expect(modelOf(copied).mobility).toMatchObject({ mobility: 4, redundant: [] })
    expect(origin(copied, 'hand-2')[2]).toBeCloseTo(origin(copied, 'hand')[2]! + 0.1, 12)
  })

  it('what is tied to several bodies that stay comes alone', () => {
    const document = arm()
    const made = copyTo(document, framesOf(document), ['arm'], [moved([0, 0, 0.1])])
    expect([made.joints, made.without, made.document.joints.length]).toEqual([[], ['Shoulder', 'Elbow'], 2])
  })

  it('of bodies that do not hang together each brings the joint to its own neighbour', () => {
    const shop = new Workshop()
      .body('frame', 'plate')
      .body('shaft', 'cylinder')
      .body('cam', 'cam', {}, { position: [0.1, 0, 0] })
      .body('follower', 'box', {}, { position: [0, 0.1, 0] })
    const drive = joined(
      shop.document,
      'revolute',
      'Drive',
      feature('shaft', 'bottom'),
      feature('frame', 'top'),
    )
    const seat = joined(drive, 'rigid', 'Seat', feature('cam', 'cam axis'), feature('shaft', 'top'))
    const document = joined(seat, 'prismatic', 'Guide', feature('follower', 'right'), feature('frame', 'top'))
    const made = copyTo(document, framesOf(document), ['cam', 'follower'], [moved([0, 0, 0.05])])
    expect([made.joints, made.without]).toEqual([['Seat', 'Guide'], []])
  })

  it('six wheels are one with its joint and its motor, five times copied; copies are copied again', () => {
    const shop = new Workshop()
      .body('frame', 'plate')
      .body('wheel', 'cylinder', {}, { position: [0.05, 0, 0.02] })
    const there = at('frame', { position: [0.05, 0, 0.02], axis: [1, 0, 0] })
    const own = at('wheel', { position: [0, 0, 0], axis: [1, 0, 0] })
    const document = joined(shop.document, 'revolute', 'Axle', own, there)
    document.scenarios = [
      {
        id: 'run',
        name: 'Run',
        length: '1 s',
        frameRate: 10,
        drivers: [
          {
            id: 'turns',
            kind: 'motor',
            joint: document.joints[0].id,
            freedom: 'angle',
            speed: '60 rpm',
            runUp: '0 s',
          },
        ],
      },
    ]
    const six = copyTo(document, framesOf(document), ['wheel'], rowOf([0, 0.06, 0], 6)).document
    const model = modelOf(six)
    expect(model.mobility).toMatchObject({ mobility: 6, redundant: [] })
    expect(six.joints.map(({ name }) => name)).toEqual([
      'Axle',
      'Axle 2',
      'Axle 3',
      'Axle 4',
      'Axle 5',
      'Axle 6',
    ])
    const run = runScenario(model, 'run')
    if (!run.ok) throw new Error(run.problems[0].message)
    run.value.advance(Infinity)
    const take = run.value.take()
    expect([...take.coordinates.slice(-6)].map((turn) => turn / (2 * Math.PI))).toEqual(
      Array.from({ length: 6 }, () => expect.closeTo(1, 9) as number),
    )
    // a copy of a copy, and of several of them at once
    const again = copyTo(six, framesOf(six), ['wheel-2', 'wheel-3'], [moved([0.1, 0, 0])]).document
    expect(again.bodies.map(({ name }) => name).slice(-2)).toEqual(['wheel 7', 'wheel 8'])
    expect(modelOf(again).mobility.mobility).toBe(8)
  })

  it('a group that holds a part and its copy is copied, twice', () => {
    const plain = new Workshop()
      .body('base', 'plate')
      .body('pin', 'cylinder', {}, { position: [0.1, 0, 0] }).document
    const once = copyTo(plain, framesOf(plain), ['pin'], [moved([0, 0.03, 0])]).document
    const grouped = gather(once, ['pin', 'pin-2'], 'moving', 'Pins').document
    const group = grouped.groups![0].id
    let document = grouped
    for (const step of [0.1, 0.2]) {
      document = copyTo(document, framesOf(document), [group], [moved([step, 0, 0])]).document
      expect(validateDocument(document)).toMatchObject({ ok: true })
    }
    expect(document.bodies.map(({ name }) => name)).toEqual([
      'base',
      'pin',
      'pin 2',
      'pin 3',
      'pin 4',
      'pin 5',
      'pin 6',
    ])
    expect(document.groups!.map(({ name }) => name)).toEqual(['Pins', 'Pins 2', 'Pins 3'])
  })

  it('a copy of what is fixed to ground is fixed to ground', () => {
    const { document } = new Workshop().body('base', 'plate')
    const copied = copyTo(document, framesOf(document), ['base'], [moved([0, 0.3, 0])]).document
    expect(copied.bodies.map(({ grounded }) => grounded)).toEqual([true, true])
  })
})

describe('mirroring', () => {
  it('an arm with its joint is reflected across a plane', () => {
    const document = arm()
    const mirrored = mirrorTo(document, framesOf(document), ['arm', 'hand'], [0, 0, 0], [0, 1, 0])
    if (!mirrored.ok) throw new Error(mirrored.problems[0]!.message)
    const { document: both } = mirrored.value
    const [x, y, z] = origin(both, 'hand')
    expect(origin(both, 'hand-2')).toEqual([x, -y! + 0, z])
    expect(modelOf(both).mobility.mobility).toBe(9)
  })

  it('a part with a left and a right hand is refused by name', () => {
    const outline: [string, string][] = [
      ['0 mm', '0 mm'],
      ['30 mm', '0 mm'],
      ['30 mm', '5 mm'],
      ['10 mm', '20 mm'],
    ]
    const { document } = new Workshop()
      .body('base', 'plate')
      .body('hook', 'shaft', {}, {}, {})
      .body('wedge', 'extruded', {}, { position: [0.2, 0, 0] }, { outline })
    // the wedge is its own mirror image across its thickness
    expect(mirrorTo(document, framesOf(document), ['wedge'], [0, 0, 0], [1, 0, 0]).ok).toBe(true)
    document.bodies[2]!.parts.push({ id: 'second', part: 'wedge-part', at: { position: [0, 0.03, 0.02] } })
    const refused = mirrorTo(document, framesOf(document), ['wedge'], [0, 0, 0], [1, 0, 0])
    expect(refused).toMatchObject({ ok: false, problems: [{ code: 'mirror-hand', ids: ['wedge'] }] })
  })
})

describe('groups', () => {
  it('bodies are gathered, nested, moved elsewhere and set free again', () => {
    const document = arm()
    const one = gather(document, ['arm', 'hand'], 'moving', 'Arm set')
    const two = gather(one.document, ['arm-set', 'base'], 'moving', 'All')
    expect(two.document.groups).toEqual([
      { id: 'arm-set', name: 'Arm set', kind: 'moving', members: ['arm', 'hand'] },
      { id: 'all', name: 'All', kind: 'moving', members: ['arm-set', 'base'] },
    ])
    const out = regroup(two.document, 'hand', 'all')
    expect(out.groups![0]!.members).toEqual(['arm'])
    expect(out.groups![1]!.members).toEqual(['arm-set', 'base', 'hand'])
    expect(dissolve(out, 'arm-set').groups).toEqual([
      { id: 'all', name: 'All', kind: 'moving', members: ['arm', 'base', 'hand'] },
    ])
    expect(openModel(two.document).ok).toBe(true)
  })

  it('a rigid group takes the freedom between its members', () => {
    const document = arm()
    expect(modelOf(document).mobility.mobility).toBe(2)
    expect(modelOf(gather(document, ['arm', 'hand'], 'rigid', 'Stiff').document).mobility.mobility).toBe(1)
  })
})

describe('mass', () => {
  it('a steel cylinder off the origin has the handbook values', () => {
    const { document } = new Workshop().body('pin', 'cylinder', { diameter: '20 mm', length: '100 mm' })
    document.bodies[0]!.parts[0]!.at = { position: [0.05, 0, 0] }
    const mass = massOf(document, document.bodies[0]!, () => undefined)
    if (!mass.ok) throw new Error(mass.problems[0]!.message)
    const kilograms = 7850 * Math.PI * 0.01 ** 2 * 0.1
    expect(mass.value.mass / kilograms).toBeCloseTo(1, 5)
    expect(mass.value.centre[0]).toBeCloseTo(0.05, 9)
    expect(mass.value.inertia[2] / ((kilograms * 0.01 ** 2) / 2)).toBeCloseTo(1, 5)
    expect(mass.value.inertia[0] / (kilograms * (0.01 ** 2 / 4 + 0.1 ** 2 / 12))).toBeCloseTo(1, 5)
  })

  it('a typed mass replaces that of the shape and scales its inertia', () => {
    const { document } = new Workshop().body('pin', 'cylinder')
    const of = () => {
      const mass = massOf(document, document.bodies[0]!, () => undefined)
      if (!mass.ok) throw new Error()
      return mass.value
    }
    const plain = of()
    document.bodies[0]!.mass = { mass: 2 * plain.mass }
    expect(of()).toMatchObject({ mass: 2 * plain.mass, typed: true })
    expect(of().inertia[0]).toBeCloseTo(2 * plain.inertia[0], 12)
  })
})

describe('picks on bodies without parts', () => {
  it('are given as a place', () => {
    const { document } = new Workshop().body('base', 'plate').body('pin', 'cylinder')
    const made = joined(document, 'revolute', 'Pin', at('pin', {}), at('base', { position: [0.03, 0, 0] }))
    expect(origin(made, 'pin')).toEqual([0.03, 0, 0])
  })
})
