/**
 * Probes of linkages against closed forms: transmission angle and velocity ratio of a crank-rocker, mechanical advantage of a
 * toggle, coupler curve, length of a path, centre of mass.
 */
import { describe, expect, it } from 'vitest'
import { Sketch } from '../sketch'

/** Frame 160, crank 30, coupler 160, rocker 100 mm, as in the walking beam; the crank starts at 60 deg. */
const [d, a, b, c] = [0.16, 0.03, 0.16, 0.1]
const START = Math.PI / 3

function fourBar() {
  const pin = [a * Math.cos(START), a * Math.sin(START)] as const
  const [dx, dy] = [d - pin[0], -pin[1]]
  const e = Math.hypot(dx, dy)
  const along = (b * b - c * c + e * e) / (2 * e)
  const across = Math.sqrt(b * b - along * along)
  const end = [pin[0] + (along * dx - across * dy) / e, pin[1] + (along * dy + across * dx) / e] as const
  return {
    end,
    sketch: new Sketch(1, 60)
      .body('crank', 'coupler', 'rocker')
      .hinge('shaft', 'ground', 'crank', [0, 0])
      .hinge('pin', 'crank', 'coupler', [pin[0], pin[1]])
      .hinge('end', 'coupler', 'rocker', [end[0], end[1]])
      .hinge('pivot', 'ground', 'rocker', [d, 0])
      .datum('coupler-far', 'coupler', [pin[0], pin[1]])
      .datum('rocker-far', 'rocker', [d, 0])
      .motor('shaft', 2 * Math.PI),
  }
}

/** cos mu by the law of cosines over the diagonal (Norton, Design of Machinery, section 4.10), with its derivatives by time. */
function transmission(theta: number, w: number): readonly [number, number, number] {
  const cosine = (b * b + c * c - (a * a + d * d - 2 * a * d * Math.cos(theta))) / (2 * b * c)
  const rate = (-2 * a * d * Math.sin(theta) * w) / (2 * b * c)
  const bend = (-2 * a * d * Math.cos(theta) * w * w) / (2 * b * c)
  const sine = Math.sqrt(1 - cosine * cosine)
  // mu = acos(cosine); folded below 90 deg
  const mu = Math.acos(cosine)
  const muRate = -rate / sine
  const muBend = -bend / sine - (cosine * rate * rate) / sine ** 3
  return mu <= Math.PI / 2 ? [mu, muRate, muBend] : [Math.PI - mu, -muRate, -muBend]
}

describe('transmission angle', () => {
  const film = fourBar()
    .sketch.probe({
      id: 'mu',
      kind: 'transmission-angle',
      joint: 'end',
      datum: 'coupler-far',
      from: 'rocker-far',
    })
    .solve()

  it('is that of the closed form at every frame, with both derivatives', () => {
    for (let frame = 0; frame < film.take.frames; frame++) {
      const expected = transmission(START + 2 * Math.PI * film.time(frame), 2 * Math.PI)
      film.probe('mu', frame).forEach((value, k) => expect(value).toBeCloseTo(expected[k], k === 2 ? 8 : 9))
    }
  })

  it('has its extremes where the crank lies in line with the frame, found between frames', () => {
    const mu = (e: number) => Math.acos((b * b + c * c - e * e) / (2 * b * c))
    const ends = [mu(d - a), mu(d + a)].map((angle) => Math.min(angle, Math.PI - angle))
    const least = film.take.events.filter(({ kind }) => kind === 'minimum').map(({ value }) => value)
    expect(Math.min(...least)).toBeCloseTo(Math.min(...ends), 9)
  })

  it('needs a datum on each body of the hinge', () => {
    const { sketch } = fourBar()
    sketch.probe({
      id: 'mu',
      kind: 'transmission-angle',
      joint: 'end',
      datum: 'rocker-far',
      from: 'rocker-far',
    })
    expect(() => sketch.open()).toThrow('give a datum on each of the two bodies')
  })
})

it('velocity ratio of a crank-rocker: a sin(theta - coupler) / c sin(rocker - coupler)', () => {
  // Norton, Design of Machinery, equation 6.18
  const film = fourBar()
    .sketch.probe({ id: 'ratio', kind: 'velocity-ratio', joint: 'pivot', against: 'shaft' })
    .probe({ id: 'swing', kind: 'joint-position', joint: 'pivot' })
    .solve()
  for (let frame = 1; frame < film.take.frames; frame++) {
    const theta = START + 2 * Math.PI * film.time(frame)
    const { end } = fourBar()
    const rocker0 = Math.atan2(end[1], end[0] - d)
    const rocker = rocker0 + film.probe('swing', frame)[0]
    const [px, py] = [a * Math.cos(theta), a * Math.sin(theta)]
    const coupler = Math.atan2(c * Math.sin(rocker) - py, d + c * Math.cos(rocker) - px)
    const expected = (a * Math.sin(theta - coupler)) / (c * Math.sin(rocker - coupler))
    expect(film.probe('ratio', frame)[0]).toBeCloseTo(expected, 9)
  }
})

it('mechanical advantage of a toggle: two equal links press at 1 / (2 tan(angle)) of what pushes the knee', () => {
  // Norton, Design of Machinery, section 3.3: force out over force in, from the ratio of the speeds
  const length = 0.1
  const start = (20 * Math.PI) / 180
  const knee = [length * Math.sin(start), length * Math.cos(start)] as const
  const film = new Sketch(1, 100)
    .body('upper', 'lower', 'ram', 'push')
    .hinge('top', 'ground', 'upper', [0, 2 * length * Math.cos(start)])
    .hinge('knee', 'upper', 'lower', [knee[0], knee[1]])
    .hinge('foot', 'lower', 'ram', [0, 0])
    .slide('press', 'ground', 'ram', [0, 0], [0, -1, 0])
    .slide('aside', 'ground', 'push', [knee[0], knee[1]], [1, 0, 0])
    .datum('roller', 'push', [knee[0], knee[1]])
    .datum('knee-point', 'upper', [knee[0], knee[1]])
    .mate({
      id: 'slot',
      kind: 'distance',
      a: { datum: 'knee-point', as: 'point' },
      b: { datum: 'wall', as: 'plane' },
      value: 0,
    })
    .datum('wall', 'push', [knee[0], knee[1]], { axis: [1, 0, 0] })
    .probe({ id: 'ratio', kind: 'velocity-ratio', joint: 'press', against: 'aside' })
    .motor('aside', -0.03)
    .solve()
  for (let frame = 1; frame < film.take.frames; frame++) {
    const out = knee[0] - 0.03 * film.time(frame)
    const angle = Math.asin(out / length)
    // the ram goes down by 2 (l cos) while the knee comes in: ratio = 2 tan(angle), inward counts negative
    const [ratio, rate, bend] = film.probe('ratio', frame)
    expect(ratio).toBeCloseTo(-2 * Math.tan(angle), 9)
    // sin(angle) falls by 0.03 / length a second, evenly
    const [s, c] = [Math.sin(angle), Math.cos(angle)]
    const speed = -0.03 / length
    expect(rate).toBeCloseTo((-2 * speed) / c ** 3, 9)
    expect(bend).toBeCloseTo((-6 * speed ** 2 * s) / c ** 5, 9)
  }
})

it('a point of the coupler goes along its coupler curve', () => {
  // Norton, Design of Machinery, section 3.5: position of a coupler point by the angles of crank and coupler
  const { sketch, end } = fourBar()
  const pin0 = [a * Math.cos(START), a * Math.sin(START)] as const
  const film = sketch
    .datum('point', 'coupler', [pin0[0] + 0.05, pin0[1] + 0.07])
    .probe({ id: 'x', kind: 'datum-position', datum: 'point', along: 'x' })
    .probe({ id: 'y', kind: 'datum-position', datum: 'point', along: 'y' })
    .probe({ id: 'swing', kind: 'joint-position', joint: 'pivot' })
    .solve()
  const coupler0 = Math.atan2(end[1] - pin0[1], end[0] - pin0[0])
  const [r, phi] = [Math.hypot(0.05, 0.07), Math.atan2(0.07, 0.05) - coupler0]
  for (let frame = 0; frame < film.take.frames; frame++) {
    const theta = START + 2 * Math.PI * film.time(frame)
    const [px, py] = [a * Math.cos(theta), a * Math.sin(theta)]
    const e = Math.hypot(d - px, py)
    const along = (b * b - c * c + e * e) / (2 * e)
    const coupler = Math.atan2(-py, d - px) + Math.acos(along / b)
    expect(film.probe('x', frame)[0]).toBeCloseTo(px + r * Math.cos(coupler + phi), 9)
    expect(film.probe('y', frame)[0]).toBeCloseTo(py + r * Math.sin(coupler + phi), 9)
  }
})

describe.each([10, 60])('at %d frames a second', (frameRate) => {
  it('the path of a crank pin is its circumference, and goes on over turns', () => {
    const film = new Sketch(2, frameRate)
      .body('crank')
      .hinge('shaft', 'ground', 'crank', [0, 0])
      .datum('tip', 'crank', [0.1, 0])
      .probe({ id: 'way', kind: 'path-length', datum: 'tip' })
      .motor('shaft', 2 * Math.PI)
      .solve()
    const last = film.take.frames - 1
    // a step is 36 deg long at 10 frames a second
    expect(film.probe('way', last)[0] / (0.4 * Math.PI)).toBeCloseTo(1, frameRate === 10 ? 6 : 9)
    expect(film.probe('way', last)[1]).toBeCloseTo(0.2 * Math.PI, 12)
    expect(film.probe('way', last)[2]).toBeCloseTo(0, 9)
  })

  it('a path back and forth adds up', () => {
    const film = new Sketch(2, frameRate)
      .body('sledge')
      .slide('rail', 'ground', 'sledge', [0, 0], [1, 0, 0])
      .datum('tip', 'sledge', [0, 0])
      .probe({ id: 'way', kind: 'path-length', datum: 'tip' })
      .drive({ id: 'sine', kind: 'sine', joint: 'rail', amplitude: 0.05, frequency: 1 } as never)
      .solve()
    // four amplitudes a turn
    expect(film.probe('way', film.take.frames - 1)[0]).toBeCloseTo(0.4, frameRate === 10 ? 5 : 7)
  })
})

it('runs of one model begin anew', () => {
  const sketch = new Sketch(1)
    .body('crank')
    .hinge('shaft', 'ground', 'crank', [0, 0])
    .datum('tip', 'crank', [0.1, 0])
    .probe({ id: 'way', kind: 'path-length', datum: 'tip' })
    .motor('shaft', 2 * Math.PI)
  const [first, second] = [sketch.solve(), sketch.solve()]
  expect(second.probe('way', 60)).toEqual(first.probe('way', 60))
  expect(first.probe('way', 0)[0]).toBe(0)
})

it('the centre of mass of a group is the mean of its bodies, weighted by their masses', () => {
  const sketch = new Sketch(1)
    .body('left', 'right')
    .slide('one', 'ground', 'left', [0, 0], [1, 0, 0])
    .slide('two', 'ground', 'right', [0, 0], [1, 0, 0])
    .probe({ id: 'centre', kind: 'mass-centre', body: 'pair', along: 'x' })
    .motor('one', 0.3)
    .motor('two', -0.1)
  const [, left, right] = sketch.document.bodies
  left.mass = { mass: '3 kg', centre: ['10 mm', 0, 0] }
  right.mass = { mass: '1 kg' }
  sketch.document.groups = [{ id: 'pair', name: 'Pair', kind: 'moving', members: ['left', 'right'] } as never]
  const film = sketch.solve()
  const [x, v, acceleration] = film.probe('centre', 60)
  expect(x).toBeCloseTo((3 * (0.01 + 0.3) - 0.1) / 4, 12)
  expect(v).toBeCloseTo((3 * 0.3 - 0.1) / 4, 12)
  expect(acceleration).toBe(0)
})

it('a body without a mass has no centre of it, and says so', () => {
  const sketch = new Sketch(1)
    .body('left')
    .slide('one', 'ground', 'left', [0, 0], [1, 0, 0])
    .probe({ id: 'centre', kind: 'mass-centre', body: 'left', along: 'x' })
  expect(() => sketch.open()).toThrow('centre: ')
})
