/** Bodies that touch under friction in free motion, against closed forms. */
import { describe, expect, it } from 'vitest'
import { balance, G, letGo, loosen, reach, weigh } from '../dynamics/free'
import type { FreeSetting } from '../dynamics/free'
import { Sketch } from '../sketch'
import type { Flat } from '../sketch'
import { contactStretches } from '../../src'
import type { Contact, Part } from '../../src'

const RADIUS = 0.05
const MASS = 2

/** A floor 8 m long whose top lies along x at y = 0. */
const onFloor = (): Sketch =>
  new Sketch(1).part('floor', 'box', 'ground', [0, -0.1], { width: '8 m', depth: '200 mm', height: '40 mm' })

/** The outline of a drawn part through points x, y one after the other [m]. */
const outline = (points: readonly number[]): Partial<Part> => ({
  outline: points.flatMap((x, k): [number, number][] => (k % 2 === 0 ? [[x, points[k + 1]!]] : [])),
})

/** A body that moves in the plane, with its part's origin at a place. */
function loose(sketch: Sketch, id: string, at: Flat): Sketch {
  return sketch.body(id).join('planar', `${id}-plane`, 'ground', id, at)
}

/** A disc that touches the floor at x = 0. */
function disc(values: Partial<Contact>, share = 0.5): Sketch {
  const sketch = loose(onFloor(), 'disc', [0, RADIUS])
  sketch.part('round', 'cylinder', 'disc', [0, RADIUS], { diameter: 2 * RADIUS, length: '20 mm' })
  weigh(sketch, 'disc', MASS, [0, RADIUS, 0], [0, 0, share * MASS * RADIUS ** 2, 0, 0, 0])
  return sketch.contact('on-floor', 'ground', 'disc', values)
}

/** Gravity as on a slope that falls along x. */
const downSlope = (angle: number): FreeSetting => ({
  gravity: [G * Math.sin(angle), -G * Math.cos(angle), 0],
})

const go = (sketch: Sketch, setting: FreeSetting = {}) => letGo(loosen(sketch, setting), setting)

describe('a disc on a slope', () => {
  // Meriam & Kraige, Dynamics, section 6/5 (rolling): a = g sin / (1 + k), k = I / (m r^2); it rolls while tan < mu (1 + 1/k)
  const angle = 0.3
  it.each([0.5, 1, 0.4])('rolls while friction does, with I = %d m r^2', (share) => {
    const solver = go(disc({ friction: 0.5 }, share), downSlope(angle))
    const before = balance(solver)
    reach(solver, 1.3)
    const a = (G * Math.sin(angle)) / (1 + share)
    const [, x, y, turn] = solver.state.q
    expect(x).toBeCloseTo((a * 1.3 ** 2) / 2, 10)
    expect(Math.abs(y)).toBeLessThan(1e-12)
    expect(turn).toBeCloseTo(-x / RADIUS, 9)
    expect(balance(solver)).toBeCloseTo(before, 9)
  })

  it('slips and turns where friction is too weak', () => {
    const [steep, friction] = [1, 0.2]
    const solver = reach(go(disc({ friction }), downSlope(steep)), 0.8)
    const [, x, , turn] = solver.state.q
    expect(x).toBeCloseTo(((G * (Math.sin(steep) - friction * Math.cos(steep))) / 2) * 0.64, 9)
    expect(turn).toBeCloseTo(((-friction * G * Math.cos(steep)) / (0.5 * RADIUS) / 2) * 0.64, 8)
  })
})

describe.each([1, -1])('a disc that is thrown along the floor, to side %d', (side) => {
  const [speed, friction] = [1.5, 0.3]

  it.each([0.5, 1])('slides until it rolls, with I = %d m r^2', (share) => {
    // v = v0 - mu g t and r w = mu g t / k meet at v0 / (mu g (1 + 1 / k))
    const until = speed / (friction * G * (1 + 1 / share))
    const where = speed * until - (friction * G * until ** 2) / 2
    const solver = go(disc({ friction }, share), { rates: { 'disc-plane/x': side * speed } })
    let rolls = -1
    while (solver.time < 1 && solver.step(1)) {
      const [, vx, , w] = solver.state.rate
      if (rolls < 0 && Math.abs(vx + RADIUS * w) < 1e-13) {
        rolls = solver.time
        expect(Math.abs(solver.state.q[1] - side * where)).toBeLessThan(1e-9)
      }
    }
    expect(Math.abs(rolls - until)).toBeLessThan(1e-9)
    const [, x, , turn] = solver.state.q
    const rolling = speed - friction * G * until
    expect(x).toBeCloseTo(side * (where + rolling * (1 - until)), 9)
    expect(solver.state.rate[3]).toBeCloseTo((-side * rolling) / RADIUS, 9)
    expect(turn).toBeCloseTo(-side * (((rolling / RADIUS) * until) / 2 + (rolling / RADIUS) * (1 - until)), 8)
  })

  it('comes back where it has backspin enough', () => {
    // sliding slows down its centre and its turn alike, I = m r^2 / 2: it rolls with (2 v0 - r w0) / 3
    const spin = 4 * speed
    const rates = { 'disc-plane/x': side * speed, 'disc-plane/angle': (side * spin) / RADIUS }
    const solver = reach(go(disc({ friction }), { rates }), 2.5)
    expect(solver.state.rate[1]).toBeCloseTo((side * (2 * speed - spin)) / 3, 9)
  })
})

/** A block on the floor, as wide as it is high or less, under gravity as on a slope. */
function block(values: Partial<Contact>, width = 0.2, height = 0.1): Sketch {
  const sketch = loose(onFloor(), 'block', [0, height / 2])
  sketch.part('cube', 'box', 'block', [0, height / 2], { width, depth: height, height: '20 mm' })
  const inertia = (MASS / 12) * (width ** 2 + height ** 2)
  weigh(sketch, 'block', MASS, [0, height / 2, 0], [0, 0, inertia, 0, 0, 0])
  return sketch.contact('on-floor', 'ground', 'block', values)
}

describe('a block on a slope', () => {
  it('stays where it is, to rounding, for a minute', () => {
    const solver = go(block({ friction: 0.5 }), downSlope(0.4))
    reach(solver, 60)
    for (const k of [1, 2, 3]) expect(Math.abs(solver.state.q[k])).toBeLessThan(1e-12)
  })

  it('slides where the slope is steeper than its friction', () => {
    const solver = reach(go(block({ friction: 0.4 }), downSlope(0.4)), 1)
    expect(solver.state.q[1]).toBeCloseTo((G * (Math.sin(0.4) - 0.4 * Math.cos(0.4))) / 2, 9)
  })

  it('holds by static friction what kinetic friction would not, until it is thrown', () => {
    const values = { friction: 0.3, staticFriction: 0.5 }
    const still = reach(go(block(values), downSlope(0.4)), 3)
    expect(Math.abs(still.state.q[1])).toBeLessThan(1e-13)
    const thrown = reach(go(block(values), { ...downSlope(0.4), rates: { 'block-plane/x': 1e-3 } }), 1)
    expect(thrown.state.q[1]).toBeCloseTo(1e-3 + (G * (Math.sin(0.4) - 0.3 * Math.cos(0.4))) / 2, 9)
  })

  it.each([
    { friction: 0.5, stays: true },
    { friction: 0.2, stays: false },
  ])('thrown up it comes to a stop, and stays or slides back: %o', ({ friction, stays }) => {
    const angle = 0.4
    const up = G * (Math.sin(angle) + friction * Math.cos(angle))
    const down = G * (Math.sin(angle) - friction * Math.cos(angle))
    const [speed, time] = [2, 1.5]
    const solver = go(block({ friction }), { ...downSlope(angle), rates: { 'block-plane/x': -speed } })
    const before = balance(solver)
    reach(solver, time)
    const top = -(speed ** 2) / (2 * up)
    const back = stays ? 0 : (down * (time - speed / up) ** 2) / 2
    expect(solver.state.q[1]).toBeCloseTo(top + back, 9)
    expect(balance(solver)).toBeCloseTo(before, 8)
  })

  it('a tall one tips over its edge instead of sliding', () => {
    const solver = reach(go(block({ friction: 2 }, 0.05, 0.2), downSlope(0.3)), 0.2)
    // an inverted pendulum about its edge: it turns clockwise, and its edge stays where it is
    expect(solver.state.q[3]).toBeLessThan(-0.02)
    const [, x, y, turn] = solver.state.q
    const edge = [
      x + 0.025 * Math.cos(turn) + 0.1 * Math.sin(turn),
      0.1 + y + 0.025 * Math.sin(turn) - 0.1 * Math.cos(turn),
    ]
    expect(Math.abs(edge[0] - 0.025)).toBeLessThan(1e-10)
    expect(Math.abs(edge[1])).toBeLessThan(1e-11)
  })
})

describe('a ball that bounces', () => {
  it.each([0.5, 0.8])(
    'by its restitution %d, at the instants of the closed form, and rests in the end',
    (e) => {
      const height = 0.3
      const sketch = loose(onFloor(), 'ball', [0, RADIUS + height])
      sketch.part('round', 'cylinder', 'ball', [0, RADIUS + height], {
        diameter: 2 * RADIUS,
        length: '20 mm',
      })
      weigh(sketch, 'ball', MASS, [0, RADIUS + height, 0], [0, 0, 0.5 * MASS * RADIUS ** 2, 0, 0, 0])
      sketch.contact('on-floor', 'ground', 'ball', { restitution: e })
      const solver = go(sketch)
      const fall = Math.sqrt((2 * height) / G)
      const at = (time: number): number => {
        if (time < fall) return -(G * time * time) / 2
        let [begin, v] = [fall, e * G * fall]
        while (time > begin + (2 * v) / G && v > 1e-9) {
          begin += (2 * v) / G
          v *= e
        }
        const s = time - begin
        return v <= 1e-9 ? -height : -height + v * s - (G * s * s) / 2
      }
      const before = balance(solver)
      for (let time = 0.05; time < 4; time += 0.05) {
        reach(solver, time)
        expect(Math.abs(solver.state.q[2] - at(time))).toBeLessThan(1e-8)
        expect(balance(solver)).toBeCloseTo(before, 8)
      }
      // all its bounces take fall (1 + e) / (1 - e)
      expect((fall * (1 + e)) / (1 - e)).toBeLessThan(4)
      expect(solver.state.q[2]).toBeCloseTo(-height, 11)
    },
  )
})

describe('three balls in a row', () => {
  // common practice: v1 (1 + e) / 2 goes on from one equal ball to the next
  it.each([0, 0.7, 1])('hand on a blow by their restitution %d', (restitution) => {
    const sketch = new Sketch(1)
    const places = [0, 0.15, 0.27]
    places.forEach((x, k) => {
      sketch.body(`ball${k}`).slide(`rail${k}`, 'ground', `ball${k}`, [x, 0, 0], [1, 0, 0])
      sketch.part(`round${k}`, 'cylinder', `ball${k}`, [x, 0], { diameter: 2 * RADIUS, length: '20 mm' })
      weigh(sketch, `ball${k}`, MASS, [x, 0, 0], [0, 0, 0, 0, 0, 0])
    })
    sketch
      .contact('first', 'ball0', 'ball1', { restitution })
      .contact('second', 'ball1', 'ball2', { restitution })
    const solver = reach(go(sketch, { gravity: [0, 0, 0], rates: { rail0: 1 } }), 0.06 + 0.03)
    const share = (1 + restitution) / 2
    const rates = [...solver.state.rate.subarray(1)]
    if (restitution === 0) {
      // together to 0.06 s, two of them at half its speed to 0.1 s
      ;[0.5, 0.5, 0].forEach((rate, k) => expect(rates[k]).toBeCloseTo(rate, 12))
      ;[1, 1, 1].forEach((one, k) => expect(reach(solver, 0.2).state.rate[k + 1]).toBeCloseTo(one / 3, 12))
      return
    }
    ;[1 - share, share * (1 - share), share * share].forEach((rate, k) =>
      expect(rates[k]).toBeCloseTo(rate, 11),
    )
  })
})

describe('a follower with a flat face on an eccentric disc', () => {
  // Norton, Design of Machinery, section 15 (follower jump): it parts where its weight and spring give less than m e w^2 cos
  const [eccentricity, stiffness, preload] = [0.01, 800, 4]
  const mass = 0.4

  /** Turns at a steady speed from where the lift is least. */
  function tamper(speed: number, side: 1 | -1 = 1): Sketch {
    const lowest = RADIUS - eccentricity
    const sketch = new Sketch(1)
      .body('cam', 'follower')
      .hinge('shaft', 'ground', 'cam', [0, 0])
      .part('disc', 'cylinder', 'cam', [0, -eccentricity], { diameter: 2 * RADIUS, length: '20 mm' })
      .part('face', 'box', 'follower', [0, lowest + 0.005], {
        width: '120 mm',
        depth: '10 mm',
        height: '16 mm',
      })
      .slide('guide', 'ground', 'follower', [0, lowest, 0], [0, 1, 0])
      .motor('shaft', side * speed)
      .contact('ride', 'cam', 'follower')
    weigh(sketch, 'follower', mass, [0, lowest, 0], [0, 0, 0, 0, 0, 0])
    weigh(sketch, 'cam', 1, [0, 0, 0], [0, 0, 0.001, 0, 0, 0])
    const [scenario] = sketch.document.scenarios
    scenario.mode = 'free'
    scenario.gravity = [0, -G, 0]
    scenario.loads = [
      {
        id: 'spring',
        name: 'Spring',
        kind: 'joint-spring',
        joint: 'guide',
        stiffness,
        at: -preload / stiffness,
      },
    ] as typeof scenario.loads
    return sketch
  }

  it.each([1, -1] as const)('follows it to 1e-8 below the speed at which it lifts off, side %d', (side) => {
    const speed = 20
    const film = tamper(speed, side).solve()
    for (let frame = 0; frame < film.take.frames; frame++) {
      const angle = speed * film.time(frame)
      const [lift, rate, change] = film.joint('guide', frame)
      expect(Math.abs(lift - eccentricity * (1 - Math.cos(angle)))).toBeLessThan(1e-11)
      expect(rate).toBeCloseTo(eccentricity * speed * Math.sin(angle), 9)
      expect(change).toBeCloseTo(eccentricity * speed ** 2 * Math.cos(angle), 8)
    }
  })

  it('lifts off above it where the force would pull, flies as the spring has it, and comes back', () => {
    const speed = 110
    const film = tamper(speed).solve()
    const lift = (t: number) => eccentricity * (1 - Math.cos(speed * t))
    const force = (t: number) =>
      mass * (eccentricity * speed ** 2 * Math.cos(speed * t) + G) + stiffness * lift(t) + preload
    const zero = (f: (t: number) => number, low: number, high: number): number => {
      let [a, b] = [low, high]
      for (let k = 0; k < 80; k++) [a, b] = f((a + b) / 2) > 0 ? [(a + b) / 2, b] : [a, (a + b) / 2]
      return a
    }
    const off = zero(force, 0, Math.PI / speed)
    // m s'' = -m g - c s - preload from there
    const w = Math.sqrt(stiffness / mass)
    const rest = -(mass * G + preload) / stiffness
    const rate = eccentricity * speed * Math.sin(speed * off)
    const flight = (t: number) =>
      rest + (lift(off) - rest) * Math.cos(w * (t - off)) + (rate / w) * Math.sin(w * (t - off))
    const back = zero((t) => flight(t) - lift(t), off + 0.002, off + 0.1)
    expect(back - off).toBeGreaterThan(0.01)
    let seen = 0
    for (let frame = 0; film.time(frame) < back; frame++) {
      const t = film.time(frame)
      expect(Math.abs(film.joint('guide', frame)[0] - (t < off ? lift(t) : flight(t)))).toBeLessThan(1e-8)
      if (t > off) seen++
    }
    expect(seen).toBeGreaterThan(0)
  })
})

describe('a wedge under a block that is pressed down', () => {
  // Meriam & Kraige, Statics, section 6/4 (wedges): it is driven out only where its angle is more than twice that of friction
  const [press, wedgeMass, blockMass] = [50, 0.6, 0.8]

  function wedge(angle: number, friction: number): Sketch {
    const length = 0.4
    const rise = length * Math.tan(angle)
    const height = rise / 2 + 0.02 / Math.cos(angle)
    const sketch = loose(onFloor(), 'wedge', [0, 0])
      .part(
        'ramp',
        'extruded',
        'wedge',
        [-length / 2, 0],
        { thickness: '20 mm' },
        outline([0, 0, length, 0, length, rise]),
      )
      .body('block')
      .part('peg', 'cylinder', 'block', [0, height], { diameter: '40 mm', length: '20 mm' })
      .slide('guide', 'ground', 'block', [0, height, 0], [0, 1, 0])
      .contact('on-floor', 'ground', 'wedge', { friction })
      .contact('on-ramp', 'wedge', 'block', { friction })
    weigh(sketch, 'wedge', wedgeMass, [0, rise / 3, 0], [0, 0, 0.01, 0, 0, 0])
    weigh(sketch, 'block', blockMass, [0, height, 0], [0, 0, 0, 0, 0, 0])
    const [scenario] = sketch.document.scenarios
    scenario.mode = 'free'
    scenario.gravity = [0, 0, 0]
    scenario.loads = [
      { id: 'press', name: 'Press', kind: 'effort', joint: 'guide', effort: `${-press} N` },
    ] as typeof scenario.loads
    return sketch
  }

  it.each([0.2, 0.35])('locks itself at %d rad, friction angle 0.2 rad', (angle) => {
    const film = wedge(angle, Math.tan(0.2)).solve()
    const last = film.take.frames - 1
    expect(Math.abs(film.joint('wedge-plane/x', last)[0])).toBeLessThan(1e-13)
    expect(Math.abs(film.joint('guide', last)[0])).toBeLessThan(1e-13)
  })

  it('is driven out where it is steeper', () => {
    const [angle, mu] = [0.45, Math.tan(0.2)]
    const film = wedge(angle, mu).solve()
    const [c, s] = [Math.cos(angle), Math.sin(angle)]
    const share = ((1 - mu * mu) * s - 2 * mu * c) / (wedgeMass * (c + mu * s))
    const a = (share * press) / (1 + share * blockMass * Math.tan(angle))
    for (const frame of [3, 10]) {
      const t = film.time(frame)
      expect(film.joint('wedge-plane/x', frame)[0]).toBeCloseTo((a * t * t) / 2, 10)
      expect(film.joint('guide', frame)[0]).toBeCloseTo((-Math.tan(angle) * a * t * t) / 2, 10)
    }
  })
})

describe('the rod of Painlevé', () => {
  // Génot & Brogliato, New results on Painlevé paradoxes (1999): a slender rod that slides on its end has no forces where
  // 1 + 3 cos (cos - mu sin) < 0, cos and sin of its angle from the floor, its end sliding away from below its centre
  const length = 0.6
  const angle = Math.atan(2)
  const [c, s] = [Math.cos(angle), Math.sin(angle)]

  function rodOnFloor(friction: number, speed: number) {
    const centre: Flat = [(-length / 2) * c, (length / 2) * s]
    const sketch = loose(onFloor(), 'rod', centre)
    const tapered = [-length / 2, 0.004, -length / 2, -0.004, length / 2, 0]
    sketch.part(
      'stick',
      'extruded',
      'rod',
      centre,
      { thickness: '20 mm' },
      { zero: [c, -s, 0], ...outline(tapered) },
    )
    weigh(sketch, 'rod', 1, [...centre, 0], [0, 0, length ** 2 / 12, 0, 0, 0])
    return go(sketch.contact('on-floor', 'ground', 'rod', { friction }), { rates: { 'rod-plane/x': speed } })
  }

  it.each([1, -1])('slides where there are forces, to side %d', (side) => {
    const [friction, { state }] = [1.2, rodOnFloor(1.2, side)]
    const normal = G / (1 + 3 * c * (c - side * friction * s))
    expect(state.acceleration[1]).toBeCloseTo(-side * friction * normal, 9)
    expect(state.acceleration[2]).toBeCloseTo(normal - G, 9)
  })

  it('is named where there are none, and slides the other way', () => {
    expect(() => rodOnFloor(1.5, 1)).toThrow(/Painlevé/)
    expect(rodOnFloor(1.5, -1).problem).toBeNull()
  })
})

describe.each([1, -1])(
  'a plate that lies on a driven disc and is kept from going along, to side %d',
  (side) => {
    // Meriam & Kraige, Dynamics, section 3/4 (kinetic friction): the disc needs mu N r, as soon as it turns
    it.each([0.25, 0])('takes friction of %d times its weight from the very start', (friction) => {
      const sketch = new Sketch(1, 20)
        .body('disc', 'plate')
        .hinge('drive', 'ground', 'disc', [0, 0])
        .slide('guide', 'ground', 'plate', [0, RADIUS + 0.01, 0], [0, 1, 0])
        .part('round', 'cylinder', 'disc', [0, 0], { diameter: 2 * RADIUS, length: '20 mm' })
        .part('flat', 'box', 'plate', [0, RADIUS + 0.01], {
          ...{ width: '300 mm', depth: '20 mm', height: '20 mm' },
        })
        .contact('lies', 'disc', 'plate', { friction })
        .probe({ id: 'torque', kind: 'effort', joint: 'drive' })
        .motor('drive', 2 * side)
      weigh(sketch, 'disc', 1, [0, 0, 0], [0, 0, 1e-3, 0, 0, 0])
      weigh(sketch, 'plate', MASS, [0, RADIUS, 0], [0, 0, 1e-2, 0, 0, 0])
      const [scenario] = sketch.document.scenarios
      Object.assign(scenario!, { mode: 'free', gravity: [0, -G, 0] })
      Object.assign(scenario!.drivers[0]!, { runUp: '0.5 s' })
      const film = sketch.solve()
      for (let frame = 1; frame < film.take.frames; frame++) {
        // while it runs up its own inertia is driven besides
        const inertia = frame < 10 ? 1e-3 * 4 : 0
        if (frame === 10) continue
        expect(film.probe('torque', frame)[0]).toBeCloseTo(side * (inertia + friction * MASS * G * RADIUS), 9)
      }
      const kinds = contactStretches(film.take, 'lies').map(({ kind }) => kind)
      expect(kinds[kinds.length - 1]).toBe('slides')
    })
  },
)
