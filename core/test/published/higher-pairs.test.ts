/** Higher pairs: cams with knife, roller and flat follower, tabulated cams, slotted index wheels. */
import { describe, expect, it } from 'vitest'
import { Sketch, jetOf } from '../sketch'
import type { TakeReader } from '../sketch'

const TURN = 2 * Math.PI
const [R, E, ROLLER] = [0.03, 0.008, 0.006]

/** A round disc turning about a centre E beside its own: every follower has a closed form. */
function eccentric(): Sketch {
  // at the start the disc's centre is E to the right of the shaft
  return new Sketch(1, 120)
    .body('cam', 'follower')
    .hinge('shaft', 'ground', 'cam', [0, 0])
    .datum('disc', 'cam', [E, 0])
    .path({
      id: 'rim',
      datum: 'disc',
      kind: 'arc',
      closed: true,
      points: [
        [R, 0, 0],
        [0, R, 0],
        [-R, 0, 0],
      ],
    })
    .slide('guide', 'ground', 'follower', [0, 0], [0, 1, 0])
    .motor('shaft', TURN)
}

const lift = (film: TakeReader) => (frame: number) => film.joint('guide', frame)

describe('eccentric disc cam', () => {
  // Norton, Design of Machinery, cams; for a circular disc the lift is plain trigonometry
  it('lifts a knife follower by e sin t + sqrt(R2 - e2 cos2 t)', () => {
    const top = Math.sqrt(R * R - E * E)
    const film = eccentric()
      .datum('edge', 'follower', [0, top])
      .mate({
        id: 'touch',
        kind: 'coincident',
        a: { path: 'rim', as: 'path' },
        b: { datum: 'edge', as: 'point' },
      })
      .solve()
    const closed = (t: number) =>
      E * Math.sin(TURN * t) + Math.sqrt(R * R - (E * Math.cos(TURN * t)) ** 2) - top
    const worst = film.worst(lift(film), (frame) => jetOf(closed, film.time(frame)))
    expect(worst[0]).toBeLessThan(1e-9)
    expect(worst[1]).toBeLessThan(1e-8)
    expect(worst[2]).toBeLessThan(1e-6)
  })

  it('lifts a roller follower as a disc larger by the roller', () => {
    const reach = R + ROLLER
    const top = Math.sqrt(reach * reach - E * E)
    const film = eccentric()
      .datum('roller', 'follower', [0, top])
      .mate({
        id: 'touch',
        kind: 'tangent',
        a: { path: 'rim', as: 'path' },
        b: { datum: 'roller', as: 'cylinder', radius: ROLLER },
        // the centre of the disc lies to the left of the way along its rim
        inside: true,
      })
      .solve()
    const closed = (t: number) =>
      E * Math.sin(TURN * t) + Math.sqrt(reach ** 2 - (E * Math.cos(TURN * t)) ** 2) - top
    const worst = film.worst(lift(film), (frame) => jetOf(closed, film.time(frame)))
    expect(worst[0]).toBeLessThan(1e-9)
    expect(worst[1]).toBeLessThan(1e-8)
    // pressure angle: tan = e cos t / (the follower's height above the disc's centre)
    for (let frame = 0; frame < film.take.frames; frame += 7) {
      const t = TURN * film.time(frame)
      const rise = film.joint('guide', frame)[0] + top
      const speed = film.joint('guide', frame)[1] / TURN
      // Norton: tan(phi) = (ds/dt - offset) / height, in line with the shaft
      const angle = Math.atan2(E * Math.cos(t), rise - E * Math.sin(t))
      expect(Math.tan(angle)).toBeCloseTo(speed / rise, 9)
    }
  })

  it('lifts a flat follower by e sin t exactly: no pressure angle, simple harmonic', () => {
    const film = eccentric()
      .datum('face', 'follower', [0, R], { axis: [0, 1, 0] })
      .mate({
        id: 'touch',
        kind: 'tangent',
        a: { path: 'rim', as: 'path' },
        b: { datum: 'face', as: 'plane' },
      })
      .solve()
    const worst = film.worst(lift(film), (frame) => {
      const angle = TURN * film.time(frame)
      return [E * Math.sin(angle), TURN * E * Math.cos(angle), -(TURN ** 2) * E * Math.sin(angle)]
    })
    for (const error of worst) expect(error).toBeLessThan(1e-9)
  })

  it('as a smooth curve through points lifts its knife as the circle does', () => {
    const sketch = eccentric()
    const n = 48
    sketch.document.paths![0] = {
      id: 'rim',
      name: 'rim',
      datum: 'disc',
      kind: 'curve',
      closed: true,
      points: Array.from({ length: n }, (_, k) => [
        R * Math.cos((TURN * k) / n),
        R * Math.sin((TURN * k) / n),
        0,
      ]),
    }
    const top = Math.sqrt(R * R - E * E)
    const film = sketch
      .datum('edge', 'follower', [0, top])
      .mate({
        id: 'touch',
        kind: 'coincident',
        a: { path: 'rim', as: 'path' },
        b: { datum: 'edge', as: 'point' },
      })
      .solve()
    const closed = (t: number) =>
      E * Math.sin(TURN * t) + Math.sqrt(R * R - (E * Math.cos(TURN * t)) ** 2) - top
    const worst = film.worst(lift(film), (frame) => jetOf(closed, film.time(frame)))
    // the spline leaves the circle by some 1e-8 between the points
    expect(worst[0]).toBeLessThan(1e-6)
    expect(worst[1]).toBeLessThan(1e-5)
  })
})

it('a tabulated cam follows its law, smooth to the second derivative', () => {
  // a harmonic rise of 12 mm twice a turn, given at 72 points
  const n = 72
  const law = (a: number) => 0.006 * (1 - Math.cos(2 * a))
  const film = new Sketch(2)
    .body('cam', 'tamper')
    .hinge('shaft', 'ground', 'cam', [0, 0])
    .slide('guide', 'ground', 'tamper', [0.05, 0], [0, 1, 0])
    .relate({
      id: 'cam-law',
      name: 'Cam law',
      kind: 'table',
      a: { joint: 'shaft' },
      b: { joint: 'guide' },
      periodic: true,
      points: Array.from({ length: n + 1 }, (_, k) => [
        (TURN * k) / n,
        k === n ? law(0) : law((TURN * k) / n),
      ]),
    })
    .motor('shaft', TURN)
    .solve()
  const worst = film.worst(lift(film), (frame) => {
    const a = TURN * film.time(frame)
    return [law(a), 0.012 * TURN * Math.sin(2 * a), 0.024 * TURN ** 2 * Math.cos(2 * a)]
  })
  expect(worst[0]).toBeLessThan(1e-6)
  expect(worst[1]).toBeLessThan(1e-5)
  expect(worst[2]).toBeLessThan(1e-3)
})

describe.each([3, 4, 5, 6, 7, 8])('slotted index wheel with %d slots', (slots) => {
  // Norton, Design of Machinery, Geneva-type intermittent motion: tan(b) = m sin(a) / (1 - m cos(a)), m = sin(pi / n)
  const m = Math.sin(Math.PI / slots)
  const c = 0.08
  const half = Math.PI / 2 - Math.PI / slots

  it('turns while the pin is in its slot as the closed form says', () => {
    const start = -0.95 * half
    const pin = [c * m * Math.cos(start), c * m * Math.sin(start)] as const
    const slot = Math.atan2(pin[1], pin[0] - c)
    const film = new Sketch((1.9 * half) / TURN, 600)
      .body('driver', 'wheel')
      .hinge('shaft', 'ground', 'driver', [0, 0])
      .hinge('index', 'ground', 'wheel', [c, 0])
      .join('pin-in-slot', 'pin', 'wheel', 'driver', pin, {
        axis: [0, 0, 1],
        zero: [Math.cos(slot), Math.sin(slot), 0],
      })
      .motor('shaft', TURN)
      .solve()
    const closed = (t: number) => {
      const a = start + TURN * t
      return -Math.atan2(m * Math.sin(a), 1 - m * Math.cos(a))
    }
    const worst = film.worst(
      (frame) => film.joint('index', frame),
      (frame) => {
        const [value, rate, acceleration] = jetOf(closed, film.time(frame), 2e-4)
        return [value - closed(0), rate, acceleration]
      },
    )
    expect(worst[0]).toBeLessThan(1e-9)
    expect(worst[1]).toBeLessThan(1e-8)
    expect(worst[2]).toBeLessThan(1e-4)
    // peak speed ratio m / (1 - m), at the middle of the turn
    const middle = Math.round(film.take.frames / 2)
    const near = Math.max(
      ...[-2, -1, 0, 1, 2].map((k) => Math.abs(film.joint('index', middle + k)[1]) / TURN),
    )
    expect(near).toBeCloseTo(m / (1 - m), 1)
  })
})

describe('undercut of a cam with a flat follower', () => {
  // Norton, Design of Machinery, cams: radius of curvature = base radius + s + d2s/dt2 of the angle; the profile is
  // undercut where it falls below zero
  const [lift, sweep] = [0.012, Math.PI / 2]
  const rise = () =>
    new Sketch(0.25, 2400)
      .body('cam', 'tamper')
      .hinge('shaft', 'ground', 'cam', [0, 0])
      .slide('guide', 'ground', 'tamper', [0.05, 0], [0, 1, 0])
      .motor('shaft', TURN)
      .drive({
        id: 'law',
        kind: 'moves',
        joint: 'guide',
        moves: [{ start: 0, duration: 0.25, law: 'cycloidal', to: lift }],
      })
      .solve()

  it('needs the base radius that the cycloidal law gives in closed form', () => {
    const film = rise()
    const curvature = (frame: number): number => {
      const [s, , acceleration] = film.joint('guide', frame)
      return s + acceleration / TURN ** 2
    }
    const least = Math.min(...Array.from({ length: film.take.frames }, (_, k) => curvature(k)))
    // s + s'' = h (x - sin(2 pi x) / (2 pi)) + h (2 pi / b^2) sin(2 pi x), least where its derivative vanishes
    const w = 2 * Math.PI
    const closed = (x: number) => lift * (x - Math.sin(w * x) / w) + lift * (w / sweep ** 2) * Math.sin(w * x)
    for (let frame = 0; frame < film.take.frames; frame++) {
      expect(curvature(frame)).toBeCloseTo(closed(film.time(frame) / 0.25), 10)
    }
    const cosine = 1 / (1 - (w / sweep) ** 2)
    const x = 1 - Math.acos(cosine) / w
    // the frames pass the least value closely
    expect(least).toBeCloseTo(closed(x), 6)
    // just above this base radius the profile stays convex, just below it is undercut
    expect(-closed(x)).toBeGreaterThan(0.01)
  })
})
