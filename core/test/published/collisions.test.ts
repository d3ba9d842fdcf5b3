/**
 * Collisions and clearances over motions with closed forms: a ball that passes and hits a plate, a thin plate between two
 * frames, gears in mesh, and bodies against the distances at many instants.
 */
import { describe, expect, it } from 'vitest'
import { BodyDistance } from '../../src/proximity/body-distance'
import { BodyMotion } from '../../src/motion/body-motion'
import { Solid } from '../../src/proximity/solid'
import { clearancesOf } from '../proof/clearance'
import { ball, box, numbersFrom } from '../proximity/solids'
import { Sketch } from '../sketch'

let hashes = 0
/** A hash for content that no other one has. */
const newHash = () => String(++hashes).padStart(64, '0')

/** Gives a body of a sketch a shape that stands in the frame of the body. */
function shaped(sketch: Sketch, body: string, part: object): Sketch {
  const { parts, bodies } = sketch.document
  parts.push(
    JSON.parse(
      JSON.stringify({
        id: `${body}-part`,
        name: `${body} part`,
        colour: '#888888',
        dimensions: {},
        ...part,
      }),
    ),
  )
  const mine = bodies.find(({ id }) => id === body)!
  mine.parts = [{ id: `${body}-placed`, part: `${body}-part` }]
  mine.pose = { position: [0, 0, 0] }
  return sketch
}

const ofFile = (mesh: string) => ({
  shape: 'imported',
  mesh,
  dimensions: { width: 1, depth: 1, height: 1 },
})

/** A ball of 20 mm whose centre is as high over a plate, whose top is at 0, as `height` says [t in s]. */
function thrown(height: string, frameRate = 60) {
  const [plate, round] = [newHash(), newHash()]
  const sketch = new Sketch(1, frameRate)
    .body('flier', 'ball')
    .slide('along', 'ground', 'flier', [0, 0, 0], [1, 0, 0])
    .slide('up', 'flier', 'ball', [0, 0, 0], [0, 0, 1])
    .motor('along', 0.2)
    .drive({ id: 'throw', kind: 'function', joint: 'up', position: height })
  shaped(shaped(sketch, 'ground', ofFile(plate)), 'ball', ofFile(round))
  return clearancesOf(sketch.document, {
    [plate]: box(2, 0.5, 0.02, [0, 0, -0.01]),
    [round]: ball(0.02, 12),
  }).pairs.find(({ b }) => b === 'ball')!
}

describe('a ball thrown over a plate', () => {
  it.each([10, 60, 240])('past it: the least clearance is exact at %d frames a second', (frameRate) => {
    // lowest 23 mm over the plate at 0.43 s
    const { nearest, contacts } = thrown('23 mm + 4.9 m/s^2 * (t - 0.43 s)^2', frameRate)
    expect(contacts).toEqual([])
    expect(nearest!.distance).toBeCloseTo(0.003, 8)
    expect(nearest!.time).toBeCloseTo(0.43, 4)
    expect(nearest!.onB[2]).toBeCloseTo(0.003, 8)
  })

  it.each([10, 60, 240])('into it: enters and leaves when it should at %d frames a second', (frameRate) => {
    // lowest 15 mm over the plate: 5 mm deep
    const { contacts } = thrown('15 mm + 4.9 m/s^2 * (t - 0.43 s)^2', frameRate)
    expect(contacts).toHaveLength(1)
    const [{ kind, from, to, depth, time, at }] = contacts
    const half = Math.sqrt(0.005 / 4.9)
    expect(kind).toBe('overlaps')
    expect(Math.abs(from - (0.43 - half))).toBeLessThan(1e-6)
    expect(Math.abs(to - (0.43 + half))).toBeLessThan(1e-6)
    expect(depth).toBeCloseTo(0.005, 6)
    expect(time).toBeCloseTo(0.43, 3)
    expect(at[2]).toBeCloseTo(-0.005, 6)
  })

  it('that only touches does not overlap, and one that goes deeper than touching does', () => {
    const [touching] = thrown('19.98 mm + 4.9 m/s^2 * (t - 0.43 s)^2').contacts
    expect(touching.kind).toBe('touches')
    const [deeper] = thrown('19.9 mm + 4.9 m/s^2 * (t - 0.43 s)^2').contacts
    expect(deeper.kind).toBe('overlaps')
    expect(deeper.depth).toBeCloseTo(0.0001, 6)
  })

  it('a ball inside of a block from the start is found', () => {
    const pair = thrown('-10 mm')
    expect(pair.contacts).toHaveLength(1)
    expect(pair.contacts[0]).toMatchObject({ kind: 'overlaps', from: 0 })
  })
})

/** A plate of 0.5 mm that runs at 3 m/s past a gap, in which something stands or not. */
function plateThrough(inTheGap: boolean, frameRate: number) {
  const [standing, thin] = [newHash(), newHash()]
  const sketch = new Sketch(0.2, frameRate)
    .body('posts', 'plate')
    .slide('way', 'ground', 'plate', [0, 0, 0], [1, 0, 0])
    .motor('way', 3)
  sketch.document.bodies.find(({ id }) => id === 'posts')!.grounded = true
  shaped(shaped(sketch, 'posts', ofFile(standing)), 'plate', ofFile(thin))
  const posts = [box(0.002, 0.02, 0.1, [0.3, inTheGap ? 0 : 0.03, 0]), box(0.002, 0.02, 0.1, [0.3, -0.03, 0])]
  const { pairs } = clearancesOf(sketch.document, {
    [standing]: Float32Array.from([...posts[0], ...posts[1]]),
    [thin]: box(0.0005, 0.01, 0.02),
  })
  return pairs.find(({ a }) => a === 'posts')!
}

it.each([30, 60, 97])(
  'a plate of 0.5 mm that crosses between two frames of %d a second is found',
  (frameRate) => {
    const { contacts } = plateThrough(true, frameRate)
    expect(contacts).toHaveLength(1)
    const [{ kind, from, to, depth }] = contacts
    expect(kind).toBe('overlaps')
    expect(from).toBeCloseTo((0.3 - 0.00125) / 3, 7)
    expect(to).toBeCloseTo((0.3 + 0.00125) / 3, 7)
    expect(to - from).toBeLessThan(1 / 97)
    expect(depth).toBeGreaterThan(0.0002)
    // the same plate through the open gap: none
    const free = plateThrough(false, frameRate)
    expect(free.contacts).toEqual([])
    expect(free.nearest).toBeNull()
  },
)

describe('gears in mesh', () => {
  /** 24 and 36 teeth of module 2 whose centres are as far apart as said, in mm. */
  const mesh = (apart: number, turned: number) => {
    const sketch = new Sketch(1, 60)
      .body('pinion', 'wheel')
      .hinge('a', 'ground', 'pinion', [0, 0])
      .hinge('b', 'ground', 'wheel', [apart / 1000, 0])
      .pair('gear', 'pair', 'a', 'b', { teethA: 24, teethB: 36 })
      .motor('a', 2 * Math.PI)
    const toothed = (teeth: number) => ({
      shape: 'gear',
      dimensions: { module: '2 mm', teeth, pressureAngle: '20 deg', width: '10 mm', shift: 0, bore: '5 mm' },
    })
    shaped(shaped(sketch, 'pinion', toothed(24)), 'wheel', toothed(36))
    // a tooth of the pinion stands on the line of centres, so a gap of the wheel has to
    const half = Math.PI / 36 / 2 + turned / 2
    sketch.document.bodies.find(({ id }) => id === 'wheel')!.parts[0].at = {
      position: [apart / 1000, 0, 0],
      orientation: [Math.cos(half), 0, 0, Math.sin(half)],
    }
    return clearancesOf(sketch.document).pairs.find(({ a }) => a === 'pinion')!
  }

  it('turn with clearance and without overlap at their backlash', () => {
    const { contacts, nearest } = mesh(60.1, 0)
    expect(contacts).toEqual([])
    // half the normal backlash that 0.1 mm of centre distance gives: 0.1 mm sin(20 deg)
    expect(nearest!.distance).toBeGreaterThan(0.02e-3)
    expect(nearest!.distance).toBeLessThan(0.036e-3)
  })

  it('overlap when the teeth of one stand in those of the other', () => {
    const { contacts } = mesh(60.1, Math.PI / 36)
    expect(contacts[0].kind).toBe('overlaps')
    expect(contacts[0].depth).toBeGreaterThan(1e-3)
  })
})

it('no clearance that is told lies above the least of many instants, nor below the truth', () => {
  const random = numbersFrom(11)
  for (let k = 0; k < 5; k++) {
    const [height, tilt] = [0.05 + 0.03 * random(), random()]
    const sketch = new Sketch(1, 20)
      .body('arm', 'rock')
      .hinge('shoulder', 'ground', 'arm', [0, 0, height], { axis: [tilt, 0.3, 1] })
      .hinge('wrist', 'arm', 'rock', [0.06, 0, height], { axis: [0.2, 1, 0.4 * random()] })
      .motor('shoulder', 3 + 4 * random())
      .motor('wrist', 5 * random() - 2)
    sketch.document.clearance = { near: '1 m' }
    const [still, moving] = [newHash(), newHash()]
    shaped(shaped(sketch, 'ground', ofFile(still)), 'rock', ofFile(moving))
    const stars = [0.03, 0.012].map((size) => ball(size, 5, () => size * (0.4 + 0.6 * random())))
    // both stand about the origin; the rock at the wrist
    for (let i = 0; i < stars[1].length; i += 3) {
      stars[1][i] += 0.06
      stars[1][i + 2] += height
    }
    const { task, pairs } = clearancesOf(sketch.document, { [still]: stars[0], [moving]: stars[1] })
    const { nearest, contacts } = pairs.find(({ b }) => b === 'rock')!
    const [ground, rock] = ['ground', 'rock'].map((id) => task.bodies.find((body) => body.id === id)!)
    const distance = new BodyDistance(new Solid([stars[0]]).tree, new Solid([stars[1]]).tree)
    const [a, b] = [new BodyMotion(ground.track), new BodyMotion(rock.track)]
    let least = Infinity
    for (let i = 0; i <= 2000; i++) {
      const time = i / 2000
      for (const motion of [a, b]) {
        motion.seek(time)
        motion.evaluate(time)
      }
      least = Math.min(least, distance.measure(a.frame, 0, b.frame, 0))
    }
    if (least === 0) expect(contacts.length).toBeGreaterThan(0)
    else {
      expect(contacts).toEqual([])
      // what is told is the distance at its instant, so it cannot lie below the truth
      expect(nearest!.distance).toBeLessThanOrEqual(least * 1.0001 + 1e-6)
      for (const motion of [a, b]) {
        motion.seek(nearest!.time)
        motion.evaluate(nearest!.time)
      }
      expect(nearest!.distance).toBeCloseTo(distance.measure(a.frame, 0, b.frame, 0), 12)
    }
  }
})
