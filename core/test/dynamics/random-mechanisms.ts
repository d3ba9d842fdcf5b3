/** Mechanisms of random shape from a seed: trees of hinges and slides in space, some with loops, every body with a mass. */
import { meet, Sketch } from '../sketch'
import type { Flat, Point } from '../sketch'
import { rod, weigh } from './free'

/** Numbers between -1 and 1, the same for the same seed. Source: Park & Miller, minimal standard generator. */
function randomOf(seed: number): () => number {
  let state = seed % 2147483647
  return () => {
    state = (state * 48271) % 2147483647
    return (2 * state) / 2147483647 - 1
  }
}

/** A tree of `count` bodies; every joint is driven by a sine of its own when it is to be prescribed. */
export function randomTree(seed: number, count = 5): Sketch {
  const random = randomOf(seed)
  const sketch = new Sketch(0.5)
  const places: Point[] = [[0, 0, 0]]
  for (let k = 0; k < count; k++) {
    const on = Math.floor(((random() + 1) / 2) * (k + 0.999))
    const at = places[on].map((v) => v + 0.1 * random()) as unknown as Point
    places.push(at)
    const axis = [random(), random(), random()] as const
    sketch.body(`b${k}`)
    const parent = on === 0 ? 'ground' : `b${on - 1}`
    if (random() > -0.4) sketch.hinge(`j${k}`, parent, `b${k}`, at, { axis })
    else sketch.slide(`j${k}`, parent, `b${k}`, at, axis)
    const centre = at.map((v) => v + 0.05 * random()) as unknown as Point
    const [x, y, z] = [1, 2, 3].map(() => 1e-3 * (1.5 + random()))
    // tensors that bodies can have: no moment is larger than the sum of the two others
    weigh(sketch, `b${k}`, 1 + 0.5 * random(), centre, [
      y + z,
      z + x,
      x + y,
      1e-4 * random(),
      1e-4 * random(),
      1e-4 * random(),
    ])
  }
  return sketch
}

/** A crank-rocker of random lengths in the plane, whose coupler carries a pendulum out of it when it is to move freely. */
export function randomLoop(seed: number): Sketch {
  const random = randomOf(seed)
  const ground = 0.2 + 0.02 * random()
  const crank = 0.05 + 0.01 * random()
  const coupler = 0.19 + 0.02 * random()
  const rocker = 0.14 + 0.01 * random()
  const start = 1 + random()
  const pin: Flat = [crank * Math.cos(start), crank * Math.sin(start)]
  const eye = meet(pin, coupler, [ground, 0], rocker)
  const sketch = new Sketch(0.5)
    .body('crank', 'coupler', 'rocker')
    .hinge('shaft', 'ground', 'crank', [0, 0])
    .hinge('pin', 'crank', 'coupler', pin)
    .hinge('eye', 'coupler', 'rocker', eye)
    .hinge('pivot', 'ground', 'rocker', [ground, 0])
  rod(sketch, 'crank', 0.3 + 0.1 * random(), [0, 0, 0.01 * random()], [...pin, 0.02])
  rod(sketch, 'coupler', 0.6 + 0.2 * random(), [...pin, 0.02], [...eye, 0.01 * random()])
  return rod(sketch, 'rocker', 0.4, [ground, 0, 0], [...eye, 0])
}

/** Prescribes all joints of a tree, or the crank of a loop. */
export function drivenRandomly(sketch: Sketch, seed: number): Sketch {
  const random = randomOf(seed + 17)
  const { joints } = sketch.document
  const driven = joints.some(({ id }) => id === 'shaft') ? joints.filter(({ id }) => id === 'shaft') : joints
  for (const { id, kind } of driven) {
    const unit = kind === 'prismatic' ? '20 mm' : '30 deg'
    const pace = 200 + 100 * random()
    // from rest, so that a free run can start where it does
    sketch.drive({
      id: `${id}-sway`,
      kind: 'function',
      joint: id,
      position: `${(1 + random() / 2).toFixed(4)} * ${unit} * (1 - cos(${pace.toFixed(3)} deg/s * t))`,
    })
  }
  return sketch
}
