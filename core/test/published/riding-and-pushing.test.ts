/**
 * What rides, is pushed and goes back, without masses: against closed forms of the same mechanisms.
 * Source: Norton, Design of Machinery, chapter 8 (cams); the rest is plane geometry.
 */
import { describe, expect, it } from 'vitest'
import { motionLaw } from '../../src'
import { meet, Sketch } from '../sketch'

const TURN = 2 * Math.PI
const [BASE, ROLLER, LIFT] = [0.025, 0.006, 0.012]
const [RISE, DWELL, FALL] = [TURN / 3, TURN / 6, TURN / 3]

/** Lift with two derivatives by the angle on the cam: the programme of the kit's cam, written once more. */
function programme(angle: number): [number, number, number] {
  const at = ((angle % TURN) + TURN) % TURN
  const jet = new Float64Array(4)
  const law = motionLaw('polynomial-3-4-5')!
  const stretch = (share: number, span: number, from: number, by: number): [number, number, number] => {
    law.evaluate(share, jet)
    return [from + by * jet[0], (by * jet[1]) / span, (by * jet[2]) / span ** 2]
  }
  if (at < RISE) return stretch(at / RISE, RISE, 0, LIFT)
  if (at < RISE + DWELL) return [LIFT, 0, 0]
  if (at < RISE + DWELL + FALL) return stretch((at - RISE - DWELL) / FALL, FALL, LIFT, -LIFT)
  return [0, 0, 0]
}

const PHASES = [0, TURN / 3, (2 * TURN) / 3]

/**
 * Three cams at 120 degrees on one shaft, on each of which a roller rides.
 * @param rest where the followers return to, from the centre of the shaft [m]
 */
function threeCams(frameRate: number, { axis = 1, slide = 1, rest = 0.02, seen = 1 } = {}): Sketch {
  const sketch = new Sketch(1.5, frameRate)
    .body('shaft')
    .join('revolute', 'drive', 'ground', 'shaft', [0, 0, 0], { axis: [0, 0, axis] })
    .motor('drive', axis * TURN)
  PHASES.forEach((phase, k) => {
    const [z, start] = [0.03 * k, 0.04 + 0.006 * k]
    sketch
      .part(`cam${k}`, 'cam', 'shaft', [0, 0, z], {}, { zero: [Math.cos(phase), Math.sin(phase), 0] })
      .body(`follower${k}`)
      .part(
        `roller${k}`,
        'cylinder',
        `follower${k}`,
        [start, 0, z],
        { diameter: '12 mm', length: '8 mm' },
        { axis: [0, 0, seen], zero: [1, 0, 0] },
      )
      .slide(`slide${k}`, 'ground', `follower${k}`, [0, 0, z], [slide, 0, 0])
      .rest(`slide${k}`, slide * (rest - start))
      .contact(`ride${k}`, 'shaft', `follower${k}`)
  })
  return sketch
}

describe.each([7, 60])('three cams with rollers that ride on them, at %d frames a second', (frameRate) => {
  it.each([
    { axis: 1, slide: 1, seen: 1 },
    { axis: -1, slide: 1, seen: 1 },
    { axis: 1, slide: -1, seen: -1 },
  ])('lift them as their programme says, to 1e-8: %o', (sides) => {
    const film = threeCams(frameRate, sides).solve()
    PHASES.forEach((phase, k) => {
      for (let frame = 0; frame < film.take.frames; frame++) {
        const turned = TURN * film.time(frame)
        const [s, v, a] = programme(-phase - turned)
        const [position, rate, acceleration] = film.joint(`slide${k}`, frame).map((x) => sides.slide * x)
        expect(Math.abs(0.04 + 0.006 * k + position! - (BASE + ROLLER + s))).toBeLessThan(1e-11)
        expect(rate).toBeCloseTo(-v * TURN, 9)
        // at the corners of the programme its acceleration is what comes after; one sees either side of it
        if (Math.abs(a) > 1e-6) expect(acceleration).toBeCloseTo(a * TURN * TURN, 6)
      }
    })
  })

  it('let them rest where their rest position is above the cam', () => {
    const rest = 0.037
    const film = threeCams(frameRate, { rest }).solve()
    PHASES.forEach((phase, k) => {
      for (let frame = 0; frame < film.take.frames; frame++) {
        const [s] = programme(-phase - TURN * film.time(frame))
        const [position] = film.joint(`slide${k}`, frame)
        expect(Math.abs(0.04 + 0.006 * k + position - Math.max(rest, BASE + ROLLER + s))).toBeLessThan(1e-10)
      }
    })
  })
})

/** Blocks of 40 mm on a way of their own, which a slider-crank pushes along; it starts drawn back. */
function pushed(blocks: readonly number[], frameRate: number): Sketch {
  const sketch = new Sketch(2, frameRate)
    .body('crank', 'rod', 'pusher')
    .hinge('drive', 'ground', 'crank', [0, 0])
    .hinge('pin', 'crank', 'rod', [-CRANK, 0])
    .hinge('wrist', 'rod', 'pusher', [ROD - CRANK, 0])
    .slide('way', 'ground', 'pusher', [ROD - CRANK, 0, 0], [1, 0, 0])
    .part('head', 'box', 'pusher', [ROD - CRANK + 0.02, 0], BLOCK)
    .motor('drive', TURN)
  let before = 'pusher'
  blocks.forEach((at, k) => {
    sketch
      .body(`block${k}`)
      .part(`box${k}`, 'box', `block${k}`, [at, 0], BLOCK)
      .slide(`way${k}`, 'ground', `block${k}`, [at, 0, 0], [1, 0, 0])
      .contact(`push${k}`, before, `block${k}`)
    before = `block${k}`
  })
  return sketch
}

const [CRANK, ROD] = [0.05, 0.2]
const BLOCK = { width: '40 mm', depth: '40 mm' }
/** Face of the pusher at a time [m]. */
const face = (time: number): number =>
  -CRANK * Math.cos(TURN * time) + Math.sqrt(ROD ** 2 - (CRANK * Math.sin(TURN * time)) ** 2) + 0.04
/** How far the pusher has come up to a time [m]. */
const farthest = (time: number): number => face(Math.min(time, 0.5))

describe.each([13, 60])('blocks that are pushed along, at %d frames a second', (frameRate) => {
  it('stay where the pusher left them, and push others', () => {
    const film = pushed([0.26, 0.32], frameRate).solve()
    for (let frame = 0; frame < film.take.frames; frame++) {
      const far = farthest(film.time(frame))
      const first = Math.max(0, far - 0.24)
      expect(Math.abs(film.joint('way0', frame)[0] - first)).toBeLessThan(1e-10)
      expect(Math.abs(film.joint('way1', frame)[0] - Math.max(0, first - 0.02))).toBeLessThan(1e-10)
    }
  })

  it('go back with their rest position, as far as what pushes them', () => {
    const film = pushed([0.26, 0.32], frameRate).rest('way1', 0).rest('way0', -0.01).solve()
    for (let frame = 0; frame < film.take.frames; frame++) {
      const first = Math.max(-0.01, face(film.time(frame)) - 0.24)
      expect(Math.abs(film.joint('way0', frame)[0] - first)).toBeLessThan(1e-10)
      expect(Math.abs(film.joint('way1', frame)[0] - Math.max(0, first - 0.02))).toBeLessThan(1e-10)
    }
  })

  it('stop the motion at what does not give way, with the chain of pushes', () => {
    const take = pushed([0.26, 0.32], frameRate)
      .part('wall', 'box', 'ground', [0.38, 0], BLOCK)
      .contact('stop', 'block1', 'ground')
      .attempt()
    expect(take.stopped!.code).toBe('contact-locks')
    expect(take.stopped!.message).toContain(
      'block1 meets Ground, and nothing gives way. It is pushed by way of pusher against block0 and block0 against block1.',
    )
    // the wall is met after 20 mm of the second block
    const [column] = take.coordinateChannels.flatMap(({ key }, k) => (key === 'way1/s' ? [k] : []))
    expect(take.end).toBeDefined()
    const time = take.stopped!.data!.time as number
    expect(face(time)).toBeCloseTo(0.24 + 0.02 + 0.02, 10)
    expect(column).toBeGreaterThanOrEqual(0)
  })

  it('are pushed apart where they overlap at the start, and told where they cannot be', () => {
    const apart = pushed([0.2], frameRate).solve()
    expect(Math.abs(apart.joint('way0', 0)[0] - (0.19 + 0.02 - 0.2))).toBeLessThan(1e-11)
    const stuck = pushed([0.26], frameRate)
    stuck.document.bodies.find(({ id }) => id === 'block0')!.grounded = true
    stuck.document.joints = stuck.document.joints.filter(({ id }) => id !== 'way0')
    stuck.document.datums = stuck.document.datums.filter(({ id }) => !id.startsWith('way0'))
    expect(stuck.attempt().stopped!.message).toContain('pusher meets block0')
  })
})

const [TEETH, WHEEL, DEPTH, PAWL] = [12, 0.04, 0.006, 0.08]
const AT = (40 * Math.PI) / 180
/** Where the first tooth stands. */
const START = 0.1
const PIVOT = [-PAWL * Math.cos(AT), WHEEL + PAWL * Math.sin(AT)] as const

/** A wheel with twelve teeth under a pawl whose rest position is deep in them. @param speed [rad/s] */
function ratchet(speed: number, frameRate: number): Sketch {
  const [x, y] = PIVOT
  return new Sketch(2, frameRate)
    .body('wheel', 'pawl')
    .part(
      'teeth',
      'ratchet',
      'wheel',
      [0, 0],
      { diameter: '80 mm', teeth: TEETH, depth: '6 mm' },
      { zero: [Math.cos(START), Math.sin(START), 0] },
    )
    .part('tip', 'pawl', 'pawl', [x, y], { length: '80 mm' }, { zero: [Math.cos(AT), -Math.sin(AT), 0] })
    .hinge('drive', 'ground', 'wheel', [0, 0])
    .hinge('pivot', 'ground', 'pawl', [x, y])
    .rest('pivot', -0.5, 'angle')
    .contact('click', 'pawl', 'wheel')
    .motor('drive', speed)
}

/** How far the pawl is turned when its tip, let down onto the teeth turned by an angle, meets them first. */
function letDown(turned: number): number {
  const corner = (share: number, r: number) => {
    const angle = START + turned + (TURN * share) / TEETH
    return [r * Math.cos(angle) - PIVOT[0], r * Math.sin(angle) - PIVOT[1]] as const
  }
  let first = -Infinity
  for (let k = 0; k < TEETH; k++) {
    const corners = [corner(k - 0.985, WHEEL - DEPTH), corner(k, WHEEL), corner(k + 0.015, WHEEL - DEPTH)]
    corners.slice(1).forEach((to, n) => {
      const from = corners[n]!
      const along = [to[0] - from[0], to[1] - from[1]] as const
      // where the circle of the tip meets the side
      const a = along[0] ** 2 + along[1] ** 2
      const b = from[0] * along[0] + from[1] * along[1]
      const c = from[0] ** 2 + from[1] ** 2 - PAWL ** 2
      for (const sign of [1, -1]) {
        const share = (-b + sign * Math.sqrt(b * b - a * c)) / a
        if (!(share >= 0 && share <= 1)) continue
        const angle = Math.atan2(from[1] + share * along[1], from[0] + share * along[0]) + AT
        if (Math.abs(angle) < 0.3) first = Math.max(first, angle)
      }
    })
  }
  return first
}

describe.each([13, 60])('a pawl on a ratchet, at %d frames a second', (frameRate) => {
  it('rides over the teeth and falls behind each of them', () => {
    const film = ratchet(-TURN / 4, frameRate).solve()
    for (let frame = 0; frame < film.take.frames; frame++) {
      const expected = letDown((-TURN / 4) * film.time(frame))
      expect(Math.abs(film.joint('pivot', frame)[0] - expected)).toBeLessThan(1e-9)
    }
    // half a turn passes six of twelve teeth
    expect(film.take.notes.map(({ code, data }) => [code, data!.count])).toEqual([['falls', 6]])
  })

  it('stops the wheel when it turns back, with its tip at the root of a tooth', () => {
    const { stopped } = ratchet(TURN / 4, frameRate).attempt()
    expect(stopped!.code).toBe('contact-locks')
    const [x, y] = meet(PIVOT, PAWL, [0, 0], WHEEL - DEPTH)
    // the third tooth is the one before the tip
    const root = START + (TURN * (3 - 0.985)) / TEETH
    expect(stopped!.data!.time).toBeCloseTo((Math.atan2(y, x) - root) / (TURN / 4), 8)
  })
})

const turnedOn = ([x, y]: readonly [number, number], by: number) =>
  [x * Math.cos(by) - y * Math.sin(by), x * Math.sin(by) + y * Math.cos(by)] as const

describe.each([
  { frameRate: 7, side: 1 },
  { frameRate: 60, side: -1 },
] as const)('a pawl that indexes a ratchet, $side, $frameRate frames a second', ({ frameRate, side }) => {
  // common practice: every double stroke of the lever that is longer than a tooth turns the ratchet on by one tooth
  const SWING = (22 * Math.PI) / 180
  const mirrored = ([x, y]: readonly [number, number]) => [x, side * y] as const
  const along = (angle: number) => ({ zero: [Math.cos(angle), side * Math.sin(angle), 0] as const })

  /** A pawl like that of the ratchet above, turned on about its axis. */
  function withPawl(sketch: Sketch, id: string, on: string, by: number): Sketch {
    const place = mirrored(turnedOn(PIVOT, by))
    return sketch
      .body(id)
      .part(`${id}-tip`, 'pawl', id, place, { length: '80 mm' }, along(by - AT))
      .hinge(`${id}-pivot`, on, id, place)
      .rest(`${id}-pivot`, -0.5 * side, 'angle')
      .contact(`${id}-click`, id, 'wheel')
  }

  const sizes = { diameter: '80 mm', teeth: TEETH, depth: '6 mm' }
  const hand = side > 0 ? 'forwards' : 'backwards'
  const sketch = new Sketch(4, frameRate)
    .body('wheel', 'lever')
    .part('teeth', 'ratchet', 'wheel', [0, 0], sizes, { ...along(START), options: { hand } })
    .hinge('axle', 'ground', 'wheel', [0, 0])
    .hinge('swing', 'ground', 'lever', [0, 0])
    .drive({
      ...{ id: 'sine', kind: 'sine', joint: 'swing', frequency: '1 Hz', phase: '90 deg' },
      amplitude: side * SWING,
    })
  withPawl(sketch, 'driving', 'lever', 0)
  withPawl(sketch, 'holding', 'ground', (-5 * TURN) / TEETH)
  const film = sketch.solve()

  it('turns it on by one tooth a stroke, to where its tip has taken the root of a tooth', () => {
    const [x, y] = meet(turnedOn(PIVOT, -2 * SWING), PAWL, [0, 0], WHEEL - DEPTH)
    for (let stroke = 0; stroke < 4; stroke++) {
      const turned = side * film.joint('axle', Math.floor((stroke + 1) * frameRate) - 1)[0]
      const root = START + (TURN * (3 + stroke - 0.985)) / TEETH
      expect(Math.abs(turned - (Math.atan2(y, x) - root))).toBeLessThan(1e-9)
    }
  })

  it('keeps it where it is while the lever goes back', () => {
    const at = (time: number) => film.joint('axle', Math.round(time * frameRate))[0]
    expect(at(2)).toBe(at(13 / 7))
    expect(film.take.notes.map(({ code, data }) => [code, data!.count])).toEqual([
      ['falls', 4],
      ['falls', 4],
    ])
  })
})
