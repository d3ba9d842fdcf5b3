/**
 * Index wheels as one relation, over several turns, with 3 to 8 slots, mirrored and against each other's axes.
 * Source: Norton, Design of Machinery, section on intermittent-motion mechanisms.
 */
import { describe, expect, it } from 'vitest'
import { draftRelation, openModel } from '../../src'
import { kitPart } from '../shapes/kit'
import { Sketch } from '../sketch'

const TURN = 2 * Math.PI
const DISTANCE = 0.08

/** The wheel's turn against the pin wheel, from the middle of a passage on, by plain trigonometry. */
function closed(slots: number, t: number): number {
  const l = Math.sin(Math.PI / slots)
  const turns = Math.round(t / TURN)
  const angle = t - TURN * turns
  const half = Math.PI / slots
  const through = Math.abs(angle) < Math.PI / 2 - half
  const at = through ? Math.atan((l * Math.sin(angle)) / (1 - l * Math.cos(angle))) : Math.sign(angle) * half
  return 2 * half * turns + at
}

/** Its first and second derivative by the angle of the pin, after the same section. */
function rates(slots: number, t: number): [number, number] {
  const l = Math.sin(Math.PI / slots)
  const angle = t - TURN * Math.round(t / TURN)
  if (Math.abs(angle) >= Math.PI / 2 - Math.PI / slots) return [0, 0]
  const square = 1 + l * l - 2 * l * Math.cos(angle)
  return [(l * Math.cos(angle) - l * l) / square, (-l * Math.sin(angle) * (1 - l * l)) / square ** 2]
}

interface Drive {
  slots: number
  /** Where the pin points at home, from the line of centres [rad]; and the first slot from the line back. */
  pin?: number
  slot?: number
  axes?: readonly [1 | -1, 1 | -1]
  parts?: boolean
  speed?: number
  rate?: number
}

/** A pin wheel at the origin, the slotted wheel to the right of it. */
function drive({
  slots,
  pin = Math.PI,
  slot = Math.PI / slots,
  axes = [1, 1],
  parts = true,
  speed = 1,
  rate = 100,
}: Drive) {
  const sketch = new Sketch(3, rate)
    .body('pin-wheel', 'wheel')
    .hinge('crank', 'ground', 'pin-wheel', [0, 0], { axis: [0, 0, axes[0]] })
    .hinge('index', 'ground', 'wheel', [DISTANCE, 0], { axis: [0, 0, axes[1]] })
    .relate({
      id: 'steps',
      name: 'Steps',
      kind: 'index',
      a: { joint: 'crank' },
      b: { joint: 'index' },
      slots,
    })
    .motor('crank', speed * TURN)
  if (!parts) return sketch
  const { document } = sketch
  const sizes = { slots: String(slots), distance: '80 mm', pin: '4 mm', width: '6 mm', bore: '6 mm' }
  const put = (body: string, shape: string, x: number, angle: number) => {
    document.parts.push({ ...kitPart(shape, sizes), id: `${shape}-part`, name: shape })
    document.bodies
      .find(({ id }) => id === body)!
      .parts.push({
        id: `${shape}-placed`,
        part: `${shape}-part`,
        at: { position: [x, 0, 0], zero: [Math.cos(angle), Math.sin(angle), 0] },
      })
  }
  put('pin-wheel', 'pin-wheel', 0, pin)
  put('wheel', 'index-wheel', DISTANCE, Math.PI + slot)
  return sketch
}

describe('an index wheel as one relation', () => {
  it.each([3, 4, 5, 6, 8])('with %i slots follows the closed form over three turns', (slots) => {
    const film = drive({ slots }).solve()
    const start = closed(slots, Math.PI)
    const turned = (t: number) => start - closed(slots, Math.PI + TURN * t)
    for (let frame = 0; frame <= 300; frame++) {
      const time = film.time(frame)
      const [value, rate, acceleration] = film.joint('index', frame)
      expect(Math.abs(value - turned(time))).toBeLessThan(1e-9)
      const [v, a] = rates(slots, Math.PI + TURN * time)
      expect(Math.abs(rate + TURN * v)).toBeLessThan(1e-9)
      // at the ends of a passage the acceleration jumps
      const phase = Math.abs(((time + 0.5) % 1) - 0.5)
      if (Math.abs(phase - (0.25 + 0.5 / slots)) > 1e-3)
        expect(Math.abs(acceleration + TURN ** 2 * a)).toBeLessThan(1e-6)
    }
    expect(film.joint('index', 300)[0]).toBeCloseTo((-3 * TURN) / slots, 9)
  })

  it('peaks at the speed and the acceleration of the handbooks', () => {
    // Norton: peak velocity ratio of a six-stop wheel l / (1 - l) = 1, peak acceleration 1.350 of the crank's speed squared
    const film = drive({ slots: 6, rate: 2000 }).solve()
    let [fastest, hardest] = [0, 0]
    for (let frame = 0; frame <= 2000; frame++) {
      const [, v, a] = film.joint('index', frame)
      fastest = Math.max(fastest, Math.abs(v))
      hardest = Math.max(hardest, Math.abs(a))
    }
    expect(fastest / TURN).toBeCloseTo(1, 4)
    expect(hardest / TURN ** 2).toBeCloseTo(1.35, 2)
  })

  it.each([[[1, -1]], [[-1, 1]], [[-1, -1]]] as const)(
    'turns the same way in ground whichever way its axes point: %j',
    (axes) => {
      const film = drive({ slots: 6, axes: [...axes], speed: axes[0] }).solve()
      expect(axes[1] * film.joint('index', 100)[0]).toBeCloseTo(-TURN / 6, 9)
      expect(axes[1] * film.joint('index', 50)[0]).toBeCloseTo(-TURN / 12, 9)
    },
  )

  it('turns back when the pin wheel does', () => {
    const film = drive({ slots: 6, speed: -1 }).solve()
    expect(film.joint('index', 300)[0]).toBeCloseTo(TURN / 2, 9)
  })

  it('is set to the next slot, by less than half a step', () => {
    const film = drive({ slots: 6, slot: Math.PI / 6 + 0.1 }).solve()
    const { document } = drive({ slots: 6, slot: Math.PI / 6 + 0.1 })
    const model = openModel(document)
    if (!model.ok) throw new Error(model.problems[0]!.message)
    expect(model.value.mechanism.relations[0]!.sentence).toBe(
      '1 turn of crank moves index on by 1/6 of a turn and holds it for the rest, and is set to its slot by −5.73°',
    )
    expect(film.joint('index', 0)[0]).toBeCloseTo(-0.1, 9)
    expect(film.joint('index', 300)[0]).toBeCloseTo(-TURN / 2 - 0.1, 9)
  })

  it('starts with the pin in a slot', () => {
    const pin = 0.2
    const film = drive({ slots: 6, pin, slot: -closed(6, pin) }).solve()
    expect(film.joint('index', 0)[0]).toBeCloseTo(0, 9)
    expect(film.joint('index', 300)[0]).toBeCloseTo(-TURN / 2, 9)
  })

  it('of bodies without such parts begins in the middle of its rest', () => {
    const film = drive({ slots: 4, parts: false }).solve()
    expect(film.joint('index', 20)[0]).toBeCloseTo(0, 12)
    expect(film.joint('index', 300)[0]).toBeCloseTo((-3 * TURN) / 4, 9)
  })

  it('is proposed from its wheels, in whichever order they are picked', () => {
    const { document } = drive({ slots: 5 })
    document.relations = []
    const model = openModel(document)
    if (!model.ok) throw new Error(model.problems[0]!.message)
    for (const refs of [
      [{ joint: 'crank' }, { joint: 'index' }],
      [{ joint: 'index' }, { joint: 'crank' }],
    ]) {
      const draft = draftRelation(model.value, { refs })
      expect(draft.ok && draft.value.relation).toMatchObject({
        kind: 'index',
        a: { joint: 'crank' },
        b: { joint: 'index' },
        slots: 5,
      })
    }
  })

  it('says where the axes are too far apart, on one line, or not parallel', () => {
    const sentence = (sketch: Sketch) => {
      const model = openModel(sketch.document)
      return model.ok ? model.value.mechanism.relations[0]!.gearing?.doubt : model.problems[0]!.message
    }
    const far = drive({ slots: 6 })
    for (const datum of far.document.datums.filter(({ id }) => id.startsWith('index')))
      datum.at!.position = [0.09, 0, 0]
    expect(sentence(far)).toBe('The axes are 90.00 mm apart, the wheels are made for 80.00 mm')
    const leaning = drive({ slots: 6 })
    for (const datum of leaning.document.datums.filter(({ id }) => id.startsWith('index')))
      datum.at!.axis = [0, 1, 1]
    expect(sentence(leaning)).toContain('these are not parallel')
    const one = drive({ slots: 6 })
    for (const datum of one.document.datums.filter(({ id }) => id.startsWith('index')))
      datum.at!.position = [0, 0, 0.01]
    expect(sentence(one)).toContain('these are one axis')
    expect(sentence(drive({ slots: 6 }))).toBeNull()
  })
})
