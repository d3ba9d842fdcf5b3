/** Wheels: gear pairs on fixed and moving centres, planetary and compound trains, rack, screw, rolling. */
import { describe, expect, it } from 'vitest'
import { wheelSlip } from '../../src'
import { Sketch } from '../sketch'

const TURN = 2 * Math.PI

/** Two wheels on ground, 60 mm apart. */
const pair = () =>
  new Sketch()
    .body('pinion', 'wheel')
    .hinge('a', 'ground', 'pinion', [0, 0])
    .hinge('b', 'ground', 'wheel', [0.06, 0])
    .motor('a', TURN)

/** Sun, planet on an arm and ring about one centre; teeth 20, 16, 52. */
const planetary = () =>
  new Sketch()
    .body('sun', 'arm', 'planet', 'ring')
    .hinge('sun-shaft', 'ground', 'sun', [0, 0])
    .hinge('arm-shaft', 'ground', 'arm', [0, 0])
    .hinge('ring-shaft', 'ground', 'ring', [0, 0])
    .hinge('planet-pin', 'arm', 'planet', [0.036, 0])
    .pair('gear', 'inner', 'sun-shaft', 'planet-pin', {
      name: 'Sun to planet',
      carrier: 'arm',
      teethA: 20,
      teethB: 16,
    })
    .pair('gear', 'outer', 'planet-pin', 'ring-shaft', {
      name: 'Planet to ring',
      carrier: 'arm',
      internal: true,
      teethA: 16,
      teethB: 52,
    })

describe('gear pairs', () => {
  // common practice: teeth_a * turns_a = -+ teeth_b * turns_b
  it('on fixed centres turn against each other by their teeth, five turns staying five turns', () => {
    const sketch = pair().pair('gear', 'mesh', 'a', 'b', { teethA: 20, teethB: 40 })
    sketch.document.scenarios[0].length = 10
    const film = sketch.solve()
    expect(film.joint('a', 600)[0]).toBeCloseTo(10 * TURN, 10)
    expect(film.joint('b', 600)[0]).toBeCloseTo(-5 * TURN, 10)
    expect(film.joint('b', 600)[1]).toBeCloseTo(-TURN / 2, 12)
  })

  it('turn the same way when one has its teeth inside', () => {
    const film = pair()
      .pair('gear', 'mesh', 'a', 'b', { internal: true, diameterA: '40 mm', diameterB: '160 mm' })
      .solve()
    expect(film.joint('b', 60)[0]).toBeCloseTo(TURN / 4, 12)
  })

  it('keep their directions when an axis points the other way', () => {
    const film = new Sketch()
      .body('pinion', 'wheel')
      .hinge('a', 'ground', 'pinion', [0, 0])
      .hinge('b', 'ground', 'wheel', [0.06, 0], { axis: [0, 0, -1] })
      .pair('gear', 'mesh', 'a', 'b', { ratio: 2 })
      .motor('a', TURN)
      .solve()
    // against each other in space is the same way about axes that point against each other
    expect(film.joint('b', 60)[0]).toBeCloseTo(TURN / 2, 12)
  })

  it('on a swinging arm roll around each other', () => {
    // a wheel held still, an arm around it, an equal wheel on the arm: it turns twice for one turn of the arm
    const film = new Sketch()
      .body('arm', 'wheel')
      .hinge('swing', 'ground', 'arm', [0, 0])
      .hinge('pin', 'arm', 'wheel', [0.04, 0])
      .pair('gear', 'mesh', 'swing', 'pin', { ratio: 1 })
      .datum('mark', 'wheel', [0.04, 0])
      .probe({ id: 'turned', kind: 'orientation', datum: 'mark', along: 'z' })
      .motor('swing', TURN)
      .solve()
    expect(film.probe('turned', 60)[0]).toBeCloseTo(2 * TURN, 11)
  })
})

describe('planetary train by Willis: (w_sun - w_arm) / (w_ring - w_arm) = -52 / 20', () => {
  // Norton, Design of Machinery, epicyclic trains: Willis' formula
  it('with the ring held', () => {
    const film = planetary().motor('sun-shaft', TURN).motor('ring-shaft', 0).solve()
    const arm = TURN * (20 / (20 + 52))
    expect(film.joint('arm-shaft', 60)[0]).toBeCloseTo(arm, 11)
    expect(film.joint('arm-shaft', 60)[1]).toBeCloseTo(arm, 11)
  })

  it('with two inputs', () => {
    const film = planetary()
      .motor('sun-shaft', TURN)
      .motor('ring-shaft', -0.4 * TURN)
      .solve()
    const arm = (20 * TURN + 52 * -0.4 * TURN) / 72
    expect(film.joint('arm-shaft', 60)[1]).toBeCloseTo(arm, 11)
    expect(film.joint('planet-pin', 60)[1]).toBeCloseTo(-(20 / 16) * (TURN - arm), 11)
  })

  it('has mobility 2 before a driver, and no redundancy', () => {
    const { mobility } = planetary().open()
    expect(mobility).toMatchObject({ mobility: 2, redundant: [] })
  })

  it('rolls without slip at its pitch points', () => {
    const model = planetary().motor('sun-shaft', TURN).motor('ring-shaft', 0).open()
    for (const slip of wheelSlip(model)) expect(slip.speed).toBeLessThan(1e-12)
  })
})

it('a compound train multiplies its ratios', () => {
  // common practice
  const film = new Sketch()
    .body('first', 'second', 'third')
    .hinge('a', 'ground', 'first', [0, 0])
    .hinge('b', 'ground', 'second', [0.05, 0])
    .hinge('c', 'ground', 'third', [0.11, 0])
    .pair('gear', 'm1', 'a', 'b', { name: 'First', teethA: 15, teethB: 45 })
    .pair('gear', 'm2', 'b', 'c', { name: 'Second', teethA: 18, teethB: 72 })
    .motor('a', 12 * TURN)
    .solve()
  expect(film.joint('c', 60)[0]).toBeCloseTo(TURN, 11)
})

it('a belt turns both pulleys the same way, a crossed one against each other', () => {
  for (const crossed of [false, true]) {
    const film = pair()
      .pair('belt', 'belt', 'a', 'b', { diameterA: '50 mm', diameterB: '125 mm', crossed })
      .solve()
    expect(film.joint('b', 60)[0]).toBeCloseTo(((crossed ? -1 : 1) * TURN) / 2.5, 12)
  }
})

describe('rack and pinion', () => {
  const rack = (side: number, more: object = {}) =>
    new Sketch()
      .body('pinion', 'rack')
      .hinge('shaft', 'ground', 'pinion', [0, 0])
      .slide('rail', 'ground', 'rack', [0, 0.01 * side], [1, 0, 0])
      .pair('rack', 'mesh', 'shaft', 'rail', { diameter: '20 mm', ...more })
      .motor('shaft', TURN)

  // common practice: pi times the pitch diameter for one turn
  it('moves 62.83 mm a turn, away from where the pinion turns', () => {
    // above the pinion a positive turn about z moves the rack backwards, below it forwards
    expect(rack(1).solve().joint('rail', 60)[0]).toBeCloseTo(-0.02 * Math.PI, 13)
    expect(rack(-1).solve().joint('rail', 60)[0]).toBeCloseTo(0.02 * Math.PI, 13)
    expect(rack(1).open().mechanism.relations[0].sentence).toBe('1 turn of shaft moves rail by 62.83 mm')
  })

  it('that runs the wrong way slips by twice its speed', () => {
    const [right] = wheelSlip(rack(1).open())
    expect(right.speed).toBeLessThan(1e-12)
    const [wrong] = wheelSlip(rack(1, { reversed: true }).open())
    expect(wrong.relation).toBe('mesh')
    expect(wrong.speed).toBeCloseTo(2 * 0.01, 12)
  })
})

it('a wheel of 2.25 in rolls 7.07 in a turn on a rail that stands still', () => {
  // common practice: pi times the diameter; the wheel hangs on the vehicle, which slides along the rail
  const inch = 0.0254
  const film = new Sketch()
    .body('cart', 'wheel')
    .slide('rail', 'ground', 'cart', [0, 0], [1, 0, 0])
    .hinge('axle', 'cart', 'wheel', [0, 1.125 * inch])
    .pair('rack', 'roll', 'axle', 'rail', { diameter: '2.25 in' })
    .motor('axle', -TURN)
    .solve()
  // turning clockwise on the rail below it carries the cart forwards
  expect(film.joint('rail', 60)[0] / inch).toBeCloseTo(7.0686, 4)
  expect(film.joint('rail', 60)[0]).toBeCloseTo(Math.PI * 2.25 * inch, 13)
})

describe('screws', () => {
  it('a screw joint advances by its lead, in the tree and closing a loop', () => {
    for (const first of ['screw', 'cylindrical']) {
      const sketch = new Sketch().body('nut')
      const add = {
        screw: () => screw(),
        cylindrical: () => sketch.join('cylindrical', 'guide', 'ground', 'nut', [0, 0]),
      }
      const screw = () => sketch.join('screw', 'thread', 'ground', 'nut', [0, 0], {}, { lead: '4 mm' })
      if (first === 'screw') add.screw()
      add.cylindrical()
      if (first !== 'screw') add.screw()
      const film = sketch.motor('thread', 3 * TURN).solve()
      expect(film.joint('guide/s', 60)[0]).toBeCloseTo(0.012, 13)
      expect(film.joint('guide/angle', 60)[0]).toBeCloseTo(3 * TURN, 11)
    }
  })

  it('a differential screw moves by the difference of its leads', () => {
    // Norton, Design of Machinery, screws: travel (L1 - L2) for one turn (from memory)
    const film = new Sketch()
      .body('spindle', 'nut')
      .join('screw', 'coarse', 'ground', 'spindle', [0, 0], {}, { lead: '5 mm' })
      .join('screw', 'fine', 'nut', 'spindle', [0, 0, 0.05], {}, { lead: '4.5 mm' })
      .slide('guide', 'ground', 'nut', [0.02, 0], [0, 0, 1])
      .motor('coarse', TURN)
      .solve()
    expect(film.joint('guide', 60)[0]).toBeCloseTo(0.0005, 13)
  })

  it('a spindle and its nut on two bodies', () => {
    const film = new Sketch()
      .body('spindle', 'table')
      .hinge('bearing', 'ground', 'spindle', [0, 0])
      .slide('guide', 'ground', 'table', [0.02, 0], [0, 0, 1])
      .pair('screw', 'thread', 'bearing', 'guide', { lead: '-2 mm' })
      .motor('bearing', 10 * TURN)
      .solve()
    // a left-hand thread that is held in its place moves its nut forwards
    expect(film.joint('guide', 60)[0]).toBeCloseTo(0.02, 12)
  })
})

it('a differential halves the sum of its sides', () => {
  // common practice: w_left + w_right = 2 w_cage
  const film = new Sketch()
    .body('left', 'right', 'cage')
    .hinge('l', 'ground', 'left', [0, 0])
    .hinge('r', 'ground', 'right', [0, 0.1])
    .hinge('c', 'ground', 'cage', [0, 0.2])
    .relate({
      id: 'sum',
      name: 'Sum',
      kind: 'sum',
      terms: [
        { joint: 'l', factor: 1 },
        { joint: 'r', factor: 1 },
        { joint: 'c', factor: -2 },
      ],
    })
    .motor('l', 3)
    .motor('r', 1)
    .solve()
  expect(film.joint('c', 60)).toEqual([expect.closeTo(2, 12), expect.closeTo(2, 12), expect.closeTo(0, 12)])
})

it('a belt whose ratio belies its pulleys slips', () => {
  const belt = (more: object) =>
    pair().pair('belt', 'belt', 'a', 'b', { diameterA: '50 mm', diameterB: '100 mm', ...more })
  for (const crossed of [false, true])
    expect(wheelSlip(belt({ crossed }).open())[0].speed).toBeLessThan(1e-12)
  // 25 mm/s of the one against 0.5 rad/s * 50 mm the other way
  expect(wheelSlip(belt({ reversed: true }).open())[0].speed).toBeCloseTo(0.05, 12)
  expect(wheelSlip(belt({ ratio: 2.5 }).open())[0].sentence).toContain('slip')
})
