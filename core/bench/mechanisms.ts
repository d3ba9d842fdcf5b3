/** The mechanisms that are timed: textbook linkages, a chain, a ladder and a planetary train, of any size. */
import type { MechanismDocument } from '../src'
import { meet, Sketch } from '../test/sketch'
import type { Flat } from '../test/sketch'

export const FOUR_BAR = {
  ground: 0.16,
  crank: 0.03,
  coupler: 0.16,
  rocker: 0.1,
  start: 1,
  speed: 2 * Math.PI,
}

export function fourBar(): MechanismDocument {
  const { ground, crank, coupler, rocker, start, speed } = FOUR_BAR
  const pin: Flat = [crank * Math.cos(start), crank * Math.sin(start)]
  const eye = meet(pin, coupler, [ground, 0], rocker)
  return new Sketch()
    .body('crank')
    .body('coupler')
    .body('rocker')
    .hinge('shaft', 'ground', 'crank', [0, 0])
    .hinge('pin', 'crank', 'coupler', pin)
    .hinge('eye', 'coupler', 'rocker', eye)
    .hinge('pivot', 'ground', 'rocker', [ground, 0])
    .motor('shaft', speed).document
}

export function sliderCrank(): MechanismDocument {
  const [crank, rod, start] = [0.03, 0.11, 1]
  const pin: Flat = [crank * Math.cos(start), crank * Math.sin(start)]
  const slider: Flat = [pin[0] + Math.sqrt(rod ** 2 - pin[1] ** 2), 0]
  return new Sketch()
    .body('crank')
    .body('rod')
    .body('slider')
    .hinge('shaft', 'ground', 'crank', [0, 0])
    .hinge('pin', 'crank', 'rod', pin)
    .hinge('eye', 'rod', 'slider', slider)
    .slide('rail', 'ground', 'slider', slider, [1, 0, 0])
    .motor('shaft', 2 * Math.PI).document
}

/** Stephenson six-bar: a four-bar whose coupler point drives a dyad to ground. */
export function sixBar(): MechanismDocument {
  const { ground, crank, coupler, rocker, start, speed } = FOUR_BAR
  const pin: Flat = [crank * Math.cos(start), crank * Math.sin(start)]
  const eye = meet(pin, coupler, [ground, 0], rocker)
  const tip: Flat = [(pin[0] + eye[0]) / 2 - 0.02, (pin[1] + eye[1]) / 2 + 0.08]
  const knee = meet(tip, 0.14, [0.22, 0.05], 0.12)
  return new Sketch()
    .body('crank')
    .body('coupler')
    .body('rocker')
    .body('link')
    .body('lever')
    .hinge('shaft', 'ground', 'crank', [0, 0])
    .hinge('pin', 'crank', 'coupler', pin)
    .hinge('eye', 'coupler', 'rocker', eye)
    .hinge('pivot', 'ground', 'rocker', [ground, 0])
    .hinge('tip', 'coupler', 'link', tip)
    .hinge('knee', 'link', 'lever', knee)
    .hinge('foot', 'ground', 'lever', [0.22, 0.05])
    .motor('shaft', speed).document
}

/** An open chain of hinges, each with its motor. */
export function chain(joints: number): MechanismDocument {
  const sketch = new Sketch()
  for (let k = 0; k < joints; k++) {
    sketch.body(`arm${k}`).hinge(`hinge${k}`, k ? `arm${k - 1}` : 'ground', `arm${k}`, [0.1 * k, 0])
    sketch.motor(`hinge${k}`, 0.5 + (k % 7) / 10)
  }
  return sketch.document
}

/** Parallelograms in a row: rods on ground, each coupled to the next; rods and couplers 0.1 m long. */
export function ladder(loops: number, start = 1.2, speed = 0.5): MechanismDocument {
  const sketch = new Sketch()
  const length = 0.1
  const top = (k: number): Flat => [length * (k + Math.cos(start)), length * Math.sin(start)]
  for (let k = 0; k <= loops; k++) {
    sketch.body(`rod${k}`).hinge(`foot${k}`, 'ground', `rod${k}`, [length * k, 0])
  }
  for (let k = 0; k < loops; k++) {
    sketch
      .body(`coupler${k}`)
      .hinge(`near${k}`, `rod${k}`, `coupler${k}`, top(k))
      .hinge(`far${k}`, `coupler${k}`, `rod${k + 1}`, top(k + 1))
  }
  return sketch.motor('foot0', speed).document
}

/** Planetary stages one behind the other: the arm of each turns the sun of the next; every ring stands still. */
export function planetary(stages: number): MechanismDocument {
  const sketch = new Sketch()
  for (let k = 0; k < stages; k++) {
    const sun = k === 0 ? 'sun0' : `arm${k - 1}`
    const shaft = k === 0 ? 'shaft0' : `axis${k - 1}`
    if (k === 0) sketch.body('sun0').hinge('shaft0', 'ground', 'sun0', [0, 0])
    sketch
      .body(`arm${k}`, `planet${k}`)
      .hinge(`axis${k}`, 'ground', `arm${k}`, [0, 0])
      .hinge(`pin${k}`, `arm${k}`, `planet${k}`, [0.036, 0])
      .relate({
        id: `inner${k}`,
        name: `${sun} to planet`,
        kind: 'gear',
        a: { joint: shaft },
        b: { joint: `pin${k}` },
        carrier: `arm${k}`,
        teethA: 20,
        teethB: 16,
      })
      .relate({
        id: `outer${k}`,
        name: 'Planet to ring',
        kind: 'gear',
        a: { joint: `pin${k}` },
        // the ring is ground, seen from the arm
        b: { joint: `axis${k}` },
        internal: true,
        teethA: 16,
        teethB: 52,
      })
  }
  return sketch.motor('shaft0', 20).document
}

/** An arm of hinges along which four-bars hang. */
export function branched(bodies: number, loops: number): MechanismDocument {
  const sketch = new Sketch()
  const arms = bodies - 3 * loops
  for (let k = 0; k < arms; k++) {
    sketch.body(`arm${k}`).hinge(`joint${k}`, k ? `arm${k - 1}` : 'ground', `arm${k}`, [0.1 * k, 0])
  }
  for (let k = 0; k < loops; k++) {
    const host = `arm${Math.floor((k * arms) / loops)}`
    const x = 0.1 * Math.floor((k * arms) / loops)
    sketch
      .body(`crank${k}`, `coupler${k}`, `rocker${k}`)
      .hinge(`a${k}`, host, `crank${k}`, [x, 0.02])
      .hinge(`b${k}`, `crank${k}`, `coupler${k}`, [x + 0.01, 0.05])
      .hinge(`c${k}`, `coupler${k}`, `rocker${k}`, [x + 0.07, 0.08])
      .hinge(`d${k}`, host, `rocker${k}`, [x + 0.08, 0.02])
  }
  return sketch.document
}
