/** Random mechanisms: trees with loops added consistently, and nonsense; what must hold for every one of them. */
import fc from 'fast-check'
import { Matrix, SingularValueDecomposition } from 'ml-matrix'
import { describe, expect, it } from 'vitest'
import { openModel } from '../../src'
import type { Model } from '../../src'
import { assembleFrom } from '../../src/solve/assemble'
import { Equations } from '../../src/mechanism/equations'
import { Solver } from '../../src/solve/solver'
import { MotionState } from '../../src/mechanism/state'
import { rowGradient } from '../../src/solve/structure'
import { Sketch } from '../sketch'

const KINDS = [
  'revolute',
  'prismatic',
  'cylindrical',
  'screw',
  'planar',
  'spherical',
  'universal',
  'pin-in-slot',
  'rigid',
] as const

/** From -1 to 1 in thousandths: parallel and coincident as in machines, but not all but parallel. */
const unit = fc.integer({ min: -1000, max: 1000 }).map((k) => k / 1000)
const place = fc.record({
  kind: fc.constantFrom(...KINDS),
  point: fc.tuple(unit, unit, unit),
  axis: fc.tuple(unit, unit, unit),
  zero: fc.tuple(unit, unit, unit),
  a: fc.nat(),
  b: fc.nat(),
})

/** A tree over 2 to `most` bodies, with up to `loops` further joints between any two of them. */
const mechanisms = (most: number, loops: number) =>
  fc
    .record({
      tree: fc.array(place, { minLength: 2, maxLength: most }),
      loops: fc.array(place, { maxLength: loops }),
    })
    .map(({ tree, loops: more }) => {
      const sketch = new Sketch()
      const axis = ([x, y, z]: readonly number[]) => [x, y, z + (z < 0 ? -1.5 : 1.5)] as const
      const zero = ([x, y, z]: readonly number[]) => [x + (x < 0 ? -1.5 : 1.5), y, 0.1 * z] as const
      const name = (k: number) => (k < 0 ? 'ground' : `b${k}`)
      tree.forEach((step, k) => {
        sketch.body(name(k))
        const parent = name((step.a % (k + 1)) - 1)
        sketch.join(
          step.kind,
          `t${k}`,
          parent,
          name(k),
          step.point,
          { axis: axis(step.axis), zero: zero(step.zero) },
          lead(step.kind),
        )
      })
      more.forEach((loop, k) => {
        const [a, b] = [loop.a % tree.length, loop.b % tree.length]
        if (a === b) return
        const freer = loop.kind === 'rigid' || loop.kind === 'prismatic' ? 'spherical' : loop.kind
        sketch.join(
          freer,
          `l${k}`,
          name(a),
          name(b),
          loop.point,
          { axis: axis(loop.axis), zero: zero(loop.zero) },
          lead(freer),
        )
      })
      return sketch
    })

const lead = (kind: string) => (kind === 'screw' ? { lead: 0.05 } : {})

function open(sketch: Sketch): Model {
  const model = openModel(sketch.document)
  if (!model.ok) throw new Error(model.problems[0].message)
  return model.value
}

function standing(
  { mechanism }: Model,
  q: Float64Array,
): { state: MotionState; equations: Equations; place: () => void } {
  const state = new MotionState(mechanism)
  state.q.set(q)
  const equations = new Equations(mechanism, mechanism.rows)
  const placeAll = () => {
    state.place(state.all)
    equations.placePairs(state, Int32Array.from(equations.pairs.keys()))
  }
  placeAll()
  return { state, equations, place: placeAll }
}

/** Central difference of sixth order. */
const slope = (f: (k: number) => number, h: number) =>
  (45 * (f(1) - f(-1)) - 9 * (f(2) - f(-2)) + (f(3) - f(-3))) / (60 * h)

/** The same of fourth order. */
const coarseSlope = (f: (k: number) => number, h: number) => (8 * (f(1) - f(-1)) - (f(2) - f(-2))) / (12 * h)

describe('random mechanisms', () => {
  it('assemble to 1e-10 of their size from a rough start', () => {
    fc.assert(
      fc.property(mechanisms(60, 6), unit, (sketch, rough) => {
        const model = open(sketch)
        const q = model.home.map((value, link) => value + 0.01 * rough * Math.sin(7 * link))
        const found = assembleFrom(model.mechanism, q, new Uint8Array(q.length))
        if (!found.ok) return // a rough start may lead to a pose that does not close
        const { state, equations } = standing(model, found.value)
        for (let r = 0; r < equations.rows.length; r++) {
          expect(Math.abs(equations.residual(state, r))).toBeLessThan(1e-10)
        }
      }),
      { numRuns: 60 },
    )
  })

  it('have analytic Jacobians that equal the difference quotient to 1e-7', () => {
    fc.assert(
      fc.property(mechanisms(60, 4), (sketch) => {
        const model = open(sketch)
        const { state, equations, place: placeAll } = standing(model, model.home)
        const nothing = new Uint8Array(model.mechanism.links)
        const direction = Float64Array.from(model.home, (_, link) => Math.cos(3 * link))
        const gradients = equations.rows.map((_, r) => rowGradient(equations, state, r, nothing))
        const h = 1e-3
        const residuals = [-3, -2, -1, 0, 1, 2, 3].map((k) => {
          state.q.forEach((_, link) => {
            state.q[link] = model.home[link] + k * h * direction[link] * equations.scale[link]
          })
          placeAll()
          return equations.rows.map((_, r) => equations.residual(state, r))
        })
        gradients.forEach((gradient, r) => {
          let analytic = 0
          for (const [link, value] of gradient) analytic += value * direction[link]
          const numeric = slope((k) => residuals[k + 3][r], h)
          expect(Math.abs(analytic - numeric)).toBeLessThan(1e-7 * Math.max(1, Math.abs(numeric)))
        })
      }),
      { numRuns: 60 },
    )
  })

  it('have velocities and accelerations that are the derivatives of their positions', () => {
    let compared = 0
    fc.assert(
      fc.property(mechanisms(60, 3), (sketch) => {
        const model = open(sketch)
        const { mechanism, home } = model
        const free = new Solver(mechanism, [], home).parked
        const drives = free.map((link, k) => {
          const speed = 0.3 * Math.cos(k + 1) * (mechanism.linkMotion[link] === 0 ? 1 : 0.2)
          return {
            link,
            evaluate: (t: number, out: Float64Array) => {
              out[0] = home[link] + speed * t + 0.2 * speed * t * t
              out[1] = speed + 0.4 * speed * t
              out[2] = 0.4 * speed
            },
          }
        })
        const solver = new Solver(mechanism, drives, home)
        if (!solver.start()) return
        const h = 2e-3
        const frames: Float64Array[][] = []
        for (let k = 1; k <= 7; k++) {
          if (!solver.advance(k * h)) return
          frames.push([solver.state.q.slice(), solver.state.rate.slice(), solver.state.acceleration.slice()])
        }
        const wild = Math.max(
          ...frames.map(([, rate, acceleration]) =>
            Math.max(...rate.map(Math.abs), ...acceleration.map(Math.abs)),
          ),
        )
        if (wild > 20) return // near a singular pose differences say nothing
        compared++
        for (let link = 1; link < mechanism.links; link++) {
          for (const [order, tolerance] of [
            [0, 1e-7],
            [1, 1e-6],
          ] as const) {
            const at = (k: number) => frames[3 + k][order][link]
            const wanted = slope(at, h)
            // where differences of fourth and sixth order disagree, neither is a reference
            if (Math.abs(wanted - coarseSlope(at, h)) > tolerance) continue
            const found = frames[3][order + 1][link]
            expect(Math.abs(found - wanted)).toBeLessThan(tolerance * Math.max(1, Math.abs(wanted)))
          }
        }
      }),
      { numRuns: 150 },
    )
    expect(compared).toBeGreaterThan(30)
  })

  it('have the rank that the singular values say', () => {
    let compared = 0
    fc.assert(
      fc.property(mechanisms(60, 6), (sketch) => {
        const model = open(sketch)
        const { state, equations } = standing(model, model.home)
        const { links } = model.mechanism
        if (equations.rows.length === 0) return
        const jacobian = Matrix.zeros(equations.rows.length, links)
        const nothing = new Uint8Array(links)
        equations.rows.forEach((_, r) => {
          for (const [link, value] of rowGradient(equations, state, r, nothing)) jacobian.set(r, link, value)
        })
        const values = new SingularValueDecomposition(jacobian, { autoTranspose: true }).diagonal
        // a value between rounding and rank leaves the question open
        if (values.some((v) => v > 1e-12 && v < 1e-6)) return
        compared++
        expect(model.mobility.rank).toBe(values.filter((v) => v >= 1e-6).length)
      }),
      { numRuns: 80 },
    )
    expect(compared).toBeGreaterThan(30)
  })
})
