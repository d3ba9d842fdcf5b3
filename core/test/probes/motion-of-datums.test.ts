/** Velocity and acceleration of datums, and lengths of springs, against the closed forms of an arm that turns ever faster. */
import { describe, expect, it } from 'vitest'
import { Sketch } from '../sketch'
import type { Jet, TakeReader } from '../sketch'

const RADIUS = 0.2
const GAIN = 3

/** An arm about ground's z axis from rest at GAIN rad/s^2, with a wheel on its end that turns by itself. */
const arm = () =>
  new Sketch(2)
    .body('arm', 'wheel')
    .hinge('shoulder', 'ground', 'arm', [0, 0])
    .hinge('axle', 'arm', 'wheel', [RADIUS, 0])
    .datum('tip', 'arm', [RADIUS, 0])
    .datum('rim', 'wheel', [RADIUS + 0.05, 0])
    .datum('hub', 'arm', [RADIUS, 0])
    .datum('post', 'ground', [0.5, 0])
    .drive({ id: 'gain', kind: 'acceleration', joint: 'shoulder', startSpeed: 0, acceleration: GAIN })
    .motor('axle', 4)

/** Every frame but the first, at which it stands. */
function follows(film: TakeReader, id: string, expected: (t: number) => Jet) {
  for (let frame = 1; frame < film.take.frames; frame++)
    expected(film.time(frame)).forEach((want, k) => {
      const got = film.probe(id, frame)[k]
      if (Number.isNaN(want)) expect(got).toBeNaN()
      else expect(got, `${id}, derivative ${k}, frame ${frame}`).toBeCloseTo(want, 9)
    })
}
const angle = (t: number) => (GAIN * t * t) / 2

describe('of the end of an arm', () => {
  it('the velocity has components, and a speed along its path', () => {
    const film = arm()
      .probe({ id: 'across', kind: 'datum-velocity', datum: 'tip', along: 'x' })
      .probe({ id: 'speed', kind: 'datum-velocity', datum: 'tip' })
      .solve()
    follows(film, 'speed', (t) => [RADIUS * GAIN * t, RADIUS * GAIN, 0])
    follows(film, 'across', (t) => {
      const [w, c, s] = [GAIN * t, Math.cos(angle(t)), Math.sin(angle(t))]
      return [-RADIUS * w * s, -RADIUS * (GAIN * s + w * w * c), -RADIUS * (3 * GAIN * w * c - w ** 3 * s)]
    })
    // where it stands its path has no direction, and says so
    expect(film.probe('speed', 0)).toEqual([0, NaN, NaN])
  })

  it('the acceleration has components, a part along its path, one across it, and a size', () => {
    const film = arm()
      .probe({ id: 'up', kind: 'datum-acceleration', datum: 'tip', along: 'y' })
      .probe({ id: 'ahead', kind: 'datum-acceleration', datum: 'tip', along: 'path' })
      .probe({ id: 'inward', kind: 'datum-acceleration', datum: 'tip', along: 'across' })
      .probe({ id: 'size', kind: 'datum-acceleration', datum: 'tip' })
      .solve()
    follows(film, 'ahead', () => [RADIUS * GAIN, 0, NaN])
    follows(film, 'inward', (t) => [RADIUS * (GAIN * t) ** 2, 2 * RADIUS * GAIN ** 2 * t, NaN])
    follows(film, 'size', (t) => {
      const size = Math.hypot(GAIN, (GAIN * t) ** 2)
      return [RADIUS * size, (RADIUS * 2 * GAIN ** 4 * t ** 3) / size, NaN]
    })
    follows(film, 'up', (t) => {
      const [w, c, s] = [GAIN * t, Math.cos(angle(t)), Math.sin(angle(t))]
      return [RADIUS * (GAIN * c - w * w * s), -RADIUS * (3 * GAIN * w * s + w ** 3 * c), NaN]
    })
  })

  it('what is seen from the arm is the motion on the arm alone', () => {
    const film = arm()
      .probe({ id: 'speed', kind: 'datum-velocity', datum: 'rim', from: 'hub' })
      .probe({ id: 'inward', kind: 'datum-acceleration', datum: 'rim', from: 'hub', along: 'across' })
      .solve()
    follows(film, 'speed', () => [0.05 * 4, 0, 0])
    follows(film, 'inward', () => [0.05 * 16, 0, NaN])
  })

  it('a spring from it to ground is as long as the law of cosines says', () => {
    const sketch = arm().probe({ id: 'length', kind: 'spring-length', spring: 'coil' })
    const look = { diameter: '10 mm', wire: '1 mm', coils: 8 }
    sketch.document.springs = [{ id: 'coil', name: 'Coil', from: 'tip', to: 'post', ...look }]
    follows(sketch.solve(), 'length', (t) => {
      const [c, s, w] = [Math.cos(angle(t)), Math.sin(angle(t)), GAIN * t]
      const length = Math.sqrt(RADIUS ** 2 + 0.25 - RADIUS * c)
      const rate = (RADIUS * s * w) / (2 * length)
      return [length, rate, (RADIUS * (c * w * w + s * GAIN)) / (2 * length) - (rate * rate) / length]
    })
  })
})

describe('an axis', () => {
  it.each([
    ['datum-velocity', 'path'],
    ['datum-position', 'across'],
  ] as const)('that a %s does not take is refused: %s', (kind, along) => {
    const sketch = arm().probe({ id: 'wrong', kind, datum: 'tip', along })
    expect(() => sketch.open()).toThrow(`probe-field: “wrong” takes a datum`)
  })
})
