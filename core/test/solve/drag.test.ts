/** Dragging: the grabbed point follows, everything else holds, limits stop it, branches stay. */
import { describe, expect, it } from 'vitest'
import { Dragger } from '../../src/solve/drag'
import { Equations } from '../../src/mechanism/equations'
import type { Mechanism } from '../../src/mechanism/compile'
import { factor, solveTransposed } from '../../src/maths/lu'
import { FRAME } from '../../src/maths/frame'
import { Sketch } from '../sketch'

const gapOf = (mechanism: Mechanism, dragger: Dragger): number => {
  const equations = new Equations(mechanism, mechanism.rows)
  equations.placePairs(dragger.state, Int32Array.from(equations.pairs.keys()))
  return Math.max(0, ...equations.rows.map((_, r) => Math.abs(equations.residual(dragger.state, r))))
}

const armOf = (joints: number, limits?: [number, number]) => {
  const sketch = new Sketch()
  for (let k = 0; k < joints; k++) {
    sketch
      .body(`arm${k}`)
      .join(
        'revolute',
        `j${k}`,
        k ? `arm${k - 1}` : 'ground',
        `arm${k}`,
        [0.1 * k, 0],
        {},
        limits && k === 1 ? { freedoms: [{ name: 'angle', lower: limits[0], upper: limits[1] }] } : {},
      )
  }
  return sketch.open()
}

describe('dragging', () => {
  it('brings the hand of an arm to any point in reach, exactly', () => {
    const model = armOf(3)
    const dragger = new Dragger(model.mechanism, model.home, 3, [0.3, 0, 0])
    let gap = 1
    for (let k = 1; k <= 40; k++) {
      const a = 0.04 * k
      gap = dragger.to([0.22 * Math.cos(a), 0.22 * Math.sin(a), 0])
    }
    expect(gap).toBeLessThan(1e-6)
  })

  it('stays out of reach on the line to the target', () => {
    const model = armOf(2)
    const dragger = new Dragger(model.mechanism, model.home, 2, [0.2, 0, 0])
    for (let k = 0; k < 60; k++) dragger.to([0, 0.5, 0])
    expect(dragger.to([0, 0.5, 0])).toBeCloseTo(0.3, 4)
  })

  it('keeps a loop closed while its coupler is pulled, and does not change its branch', () => {
    const sketch = new Sketch()
      .body('crank', 'coupler', 'rocker')
      .hinge('shaft', 'ground', 'crank', [0, 0])
      .hinge('pin', 'crank', 'coupler', [0.02, 0.03])
      .hinge('eye', 'coupler', 'rocker', [0.14, 0.11])
      .hinge('pivot', 'ground', 'rocker', [0.16, 0])
    const model = sketch.open()
    const dragger = new Dragger(model.mechanism, model.home, 2, [0.08, 0.09, 0])
    for (let k = 0; k <= 50; k++) {
      dragger.to([0.08 - 0.06 * Math.sin(k / 8), 0.09 - 0.03 * (1 - Math.cos(k / 8)), 0])
      expect(gapOf(model.mechanism, dragger)).toBeLessThan(1e-10)
    }
  })

  it('stops at a limit, 0 included, and slides on along it', () => {
    const model = armOf(2, [0, 1])
    const dragger = new Dragger(model.mechanism, model.home, 2, [0.2, 0, 0])
    // pulled down from straight the elbow would bend below 0: it stays straight, and the shoulder turns
    for (let k = 1; k <= 40; k++) dragger.to([0.15 * Math.cos(0.03 * k), -0.15 * Math.sin(0.03 * k), 0])
    const elbow = dragger.state.q[2]
    expect(elbow).toBeGreaterThanOrEqual(-1e-8)
    const target = -0.03 * 40
    expect(Math.abs(dragger.state.q[1] + elbow / 2 - target)).toBeLessThan(0.75)
    // and in the other direction no further than its upper limit
    for (let k = 1; k <= 80; k++) dragger.to([0.02, 0.01, 0])
    expect(dragger.state.q[2]).toBeLessThanOrEqual(1 + 1e-8)
    expect(dragger.state.q[2]).toBeGreaterThan(0.99)
  })

  describe('through singular positions', () => {
    const [a, d] = [0.04, 0.1]
    /** A four-bar pulled at its pin round the shaft, one way and back. */
    const pulled = (pin: readonly [number, number], eye: readonly [number, number], turn: number) => {
      const model = new Sketch()
        .body('crank', 'coupler', 'rocker')
        .hinge('shaft', 'ground', 'crank', [0, 0])
        .hinge('pin', 'crank', 'coupler', [...pin])
        .hinge('eye', 'coupler', 'rocker', [...eye])
        .hinge('pivot', 'ground', 'rocker', [d, 0])
        .open()
      const dragger = new Dragger(model.mechanism, model.home, 1, [pin[0], pin[1], 0])
      const start = Math.atan2(pin[1], pin[0])
      const length = Math.hypot(...pin)
      /** Direction of a body [rad]. */
      const direction = (body: number) => {
        const at = FRAME * model.mechanism.bodyLink[body]!
        return Math.atan2(dragger.state.world[at + 1]!, dragger.state.world[at]!)
      }
      const home = [1, 3].map(direction)
      let gap = 0
      for (let k = 1; k <= 40; k++) {
        const angle = start + (turn * k) / 40
        gap = dragger.to([length * Math.cos(angle), length * Math.sin(angle), 0])
        expect(gapOf(model.mechanism, dragger)).toBeLessThan(1e-9)
      }
      const [crank, rocker] = [1, 3].map((body, k) => direction(body) - home[k]!)
      return { gap, apart: Math.abs(Math.sin((crank! - rocker!) / 2)) }
    }

    it.each([2.3 * Math.PI, -2.3 * Math.PI])('a parallelogram goes round by %d rad', (turn) => {
      const end = pulled([a * Math.cos(1), a * Math.sin(1)], [d + a * Math.cos(1), a * Math.sin(1)], turn)
      expect(end.gap).toBeLessThan(1e-6)
      expect(end.apart).toBeLessThan(1e-6)
    })

    it('a rocker does not fold over in its dead point', () => {
      // the crank is the shorter rocker here: it cannot go round
      const end = pulled([0.05, 0.06], [0.14, 0.03], Math.PI)
      expect(end.gap).toBeGreaterThan(0.01)
    })
  })

  it('moves only what is not held', () => {
    const model = armOf(3)
    const dragger = new Dragger(model.mechanism, model.home, 3, [0.3, 0, 0], [1, 2])
    dragger.to([0.25, 0.05, 0])
    expect(dragger.state.q[1]).toBe(0)
    expect(dragger.state.q[2]).toBe(0)
    expect(dragger.state.q[3]).toBeGreaterThan(0.3)
  })

  it('moves gears with what they mesh with', () => {
    const sketch = new Sketch()
      .body('a', 'b')
      .hinge('ja', 'ground', 'a', [0, 0])
      .hinge('jb', 'ground', 'b', [0.1, 0])
      .pair('gear', 'g', 'ja', 'jb', { name: 'g', ratio: 2 })
    const model = sketch.open()
    const dragger = new Dragger(model.mechanism, model.home, 2, [0.15, 0, 0])
    for (let k = 1; k <= 10; k++) dragger.to([0.1 + 0.05 * Math.cos(0.05 * k), 0.05 * Math.sin(0.05 * k), 0])
    expect(dragger.state.q[2]).toBeCloseTo(0.5, 6)
    expect(dragger.state.q[1]).toBeCloseTo(-1, 6)
  })
})

it('the transposed solve of an LU factorisation', () => {
  const a = Float64Array.of(1, 2, 3, 4, 5, 6.5, 7, 8.5, 9)
  const lu = a.slice()
  const pivots = new Int32Array(3)
  factor(lu, 3, pivots)
  const x = [0.3, -0.7, 1.1]
  const b = Float64Array.from([0, 1, 2], (j) => [0, 1, 2].reduce((sum, i) => sum + a[3 * i + j] * x[i], 0))
  solveTransposed(lu, 3, pivots, b)
  b.forEach((v, k) => expect(v).toBeCloseTo(x[k], 12))
})
