/**
 * Assembly: coordinates near the home pose at which every row holds.
 *
 * Levenberg-Marquardt on the scaled residuals of each component, which also settles redundant rows and, when nothing
 * closes the loops, comes to rest where the gap is smallest. Source: Nocedal & Wright, Numerical Optimization,
 * section 10.3.
 */
import { conjugateGradients } from '../maths/least-squares'
import { factor, solveFactored } from '../maths/lu'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { formatQuantity } from '../units/format'
import type { Mechanism } from '../mechanism/compile'
import { Equations } from '../mechanism/equations'
import type { Row } from '../mechanism/rows'
import { MotionState } from '../mechanism/state'
import { components, rowGradient } from './structure'
import type { Component } from './structure'
import {
  FIRST_DAMPING,
  LEAST_ASSEMBLY_DAMPING,
  MOST_DAMPING,
  NO_GAIN,
  SOLVED_COST,
  CLOSED,
} from './tolerances'

const MOST_ITERATIONS = 300
/** How far from the start further attempts begin (rad or sizes). */
const NEARBY = [0.05, 0.3, 1]
/** Components with more unknowns are settled without a dense matrix. */
const DENSE_UNKNOWNS = 300

/**
 * Assembles at the home pose. Coordinates that a scenario drives keep their home values when that is possible; when
 * only another position of them closes the loops, that position is taken.
 *
 * Errors: `cannot-assemble` for every component that stays open, with the joint and its smallest gap.
 */
export function assemble(mechanism: Mechanism, driven: Uint8Array): Result<Float64Array> {
  const { home, rows } = mechanism
  const held = new Assembly(mechanism, driven, home, rows)
  if (held.open.length === 0) return succeed(held.state.q)
  const free = new Assembly(mechanism, new Uint8Array(mechanism.links), home, rows)
  return free.open.length === 0
    ? succeed(free.state.q)
    : fail(...free.open.map((component) => free.openProblem(component, mechanism)))
}

/**
 * Assembles from any coordinates, with those of the known links as they are and further rows at time 0.
 * Errors: `cannot-assemble`.
 */
export function assembleFrom(
  mechanism: Mechanism,
  q: Float64Array,
  known: Uint8Array,
  rows: readonly Row[] = [],
): Result<Float64Array> {
  const assembly = new Assembly(mechanism, known, q, [...mechanism.rows, ...rows])
  return assembly.open.length === 0
    ? succeed(assembly.state.q)
    : fail(...assembly.open.map((component) => assembly.openProblem(component, mechanism)))
}

/** How far from a position a closed one nearby is sought [rad, sizes]. */
const STEP_ASIDE = 0.01

/** A closed position near another one, apart from what drivers prescribe; null when none is found. */
export function closedNearby({ mechanism, rows, scale }: Equations, q: Float64Array): Float64Array | null {
  // uneven, so that links that mirror each other do not move alike
  const aside = q.map((value, link) => value + scale[link] * STEP_ASIDE * Math.sin(1 + 2.4 * link))
  const assembly = new Assembly(
    mechanism,
    new Uint8Array(q.length),
    aside,
    rows.filter(({ target }) => !target),
  )
  return assembly.open.length === 0 ? assembly.state.q : null
}

class Assembly {
  readonly state: MotionState
  readonly open: readonly Component[]
  private readonly equations: Equations

  constructor(
    private readonly mechanism: Equations['mechanism'],
    private readonly known: Uint8Array,
    q: Float64Array,
    rows: readonly Row[],
  ) {
    this.state = new MotionState(mechanism)
    this.state.q.set(q)
    this.equations = new Equations(mechanism, rows)
    this.equations.prescribe(0)
    this.place()
    this.open = components(this.equations, known).filter((component) => !this.settleFromNearby(component))
  }

  /**
   * Settles a component from where it is, and when that comes to rest short of closing, from a little elsewhere: a
   * start may lie just where no direction leads anywhere. The best attempt is kept when all fail.
   */
  private settleFromNearby(component: Component): boolean {
    if (this.settle(component)) return true
    const { state, equations } = this
    const { unknowns, rows } = component
    const costOf = () => rows.reduce((sum, row) => sum + equations.residual(state, row) ** 2, 0)
    const first = unknowns.map((link) => state.q[link])
    let best = first
    let least = costOf()
    for (const reach of NEARBY) {
      unknowns.forEach((link, i) => {
        // uneven, so that links that mirror each other do not move alike
        state.q[link] = first[i] + equations.scale[link] * reach * Math.sin(1 + 2.4 * link)
      })
      if (this.settle(component)) return true
      const cost = costOf()
      if (cost < 0.999 * least) {
        least = cost
        best = unknowns.map((link) => state.q[link])
      }
    }
    unknowns.forEach((link, i) => {
      state.q[link] = best[i]
    })
    this.place()
    return false
  }

  /** Moves the unknowns of a component until its rows vanish; true when they do and the axes agree. */
  private settle({ rows, unknowns }: Component): boolean {
    const { state, equations, known } = this
    const { links, pairs } = this.movedBy(rows, unknowns)
    const residual = new Float64Array(rows.length)
    const before = new Float64Array(unknowns.length)
    const evaluate = (): number => {
      state.place(links)
      equations.placePairs(state, pairs)
      let sum = 0
      rows.forEach((row, r) => {
        residual[r] = equations.residual(state, row)
        sum += residual[r] ** 2
      })
      return sum
    }
    let cost = evaluate()
    let damping = FIRST_DAMPING
    for (
      let iteration = 0;
      iteration < MOST_ITERATIONS && cost > SOLVED_COST && damping < MOST_DAMPING;
      iteration++
    ) {
      const gradients = rows.map((row) => rowGradient(equations, state, row, known))
      const step = dampedStep(gradients, unknowns, residual, damping)
      unknowns.forEach((link, i) => {
        before[i] = state.q[link]
        state.q[link] += equations.scale[link] * step[i]
      })
      const next = evaluate()
      if (next < cost) {
        if (cost - next < NO_GAIN * cost) break
        cost = next
        damping = Math.max(damping / 10, LEAST_ASSEMBLY_DAMPING)
      } else {
        unknowns.forEach((link, i) => {
          state.q[link] = before[i]
        })
        evaluate()
        damping *= 10
      }
    }
    return residual.every((r) => Math.abs(r) < CLOSED) && this.opposed(rows) < 0
  }

  /** Links that move with the unknowns, parents first, and the pairs that the rows look at. */
  private movedBy(rows: readonly number[], unknowns: readonly number[]) {
    const { equations, mechanism } = this
    const moves = new Uint8Array(mechanism.links)
    for (const link of unknowns) moves[link] = 1
    for (let link = 1; link < mechanism.links; link++) moves[link] ||= moves[mechanism.linkParent[link]]
    const pairs = new Set<number>()
    for (const row of rows)
      for (let t = equations.firstTerm[row]; t < equations.firstTerm[row + 1]; t++)
        if (equations.termPair[t] >= 0) pairs.add(equations.termPair[t])
    return {
      links: this.state.all.filter((link) => moves[link] === 1),
      pairs: Int32Array.from(pairs),
    }
  }

  private place(): void {
    this.state.place(this.state.all)
    this.equations.placeEveryPair(this.state)
  }

  /** A row whose joint has its axes pointing against each other, or -1. */
  private opposed(rows: readonly number[]): number {
    const { equations } = this
    const byPair = new Map<number, number[]>()
    for (const row of rows) {
      for (let t = equations.firstTerm[row]; t < equations.firstTerm[row + 1]; t++) {
        const pair = equations.termPair[t]
        if (pair >= 0) byPair.set(pair, [...(byPair.get(pair) ?? []), row])
      }
    }
    for (const [pair, mine] of byPair) {
      const conditions = mine.flatMap((row) => equations.rows[row].terms.flatMap((t) => t.condition ?? []))
      if (!equations.isAligned(pair, conditions)) return mine[0]
    }
    return -1
  }

  /** Names the joint of a component that stays furthest open. */
  openProblem({ rows }: Component, { size: whole, geometry }: Mechanism): Problem {
    const { equations, state } = this
    this.place()
    const gaps = new Map<string, { length: number; angle: number }>()
    for (const row of rows) {
      const { owner } = equations.rows[row]
      const gap = gaps.get(owner.id) ?? { length: 0, angle: 0 }
      const value = equations.value(state, row)
      if (isLength(equations.rows[row])) gap.length = Math.hypot(gap.length, value)
      else gap.angle = Math.hypot(gap.angle, value)
      gaps.set(owner.id, gap)
    }
    const opposed = this.opposed(rows)
    const size = ({ length, angle }: { length: number; angle: number }) => length / whole + angle
    const [worst] = [...gaps].reduce((a, b) => (size(b[1]) > size(a[1]) ? b : a))
    const closes = size(gaps.get(worst)!) < CLOSED
    const id = closes && opposed >= 0 ? equations.rows[opposed].owner.id : worst
    const { length, angle } = gaps.get(id)!
    const joint = geometry.joints.find(({ source }) => source.id === id)
    const name = joint?.source.name ?? rows.map((r) => equations.rows[r].owner).find((o) => o.id === id)!.name
    const bodies = joint ? [joint.from, joint.to].map(({ body }) => geometry.bodies[body].source) : []
    const between = bodies.length > 0 ? ` between ${bodies[0].name} and ${bodies[1].name}` : ''
    const gap = closes
      ? 'has its axes pointing against each other; flip one of its datums'
      : length / whole > angle
        ? `stays ${formatQuantity(length, 'mm', 2)} open${between} at best`
        : `stays tilted by ${formatQuantity(angle, 'deg', 2)}${between} at best`
    return {
      code: 'cannot-assemble',
      message: `The mechanism cannot be assembled: ${name} ${gap}.`,
      ids: [id, ...bodies.map((body) => body.id)],
    }
  }
}

/** Whether a row holds a length, rather than an angle. */
const isLength = ({ terms, weight }: Row): boolean =>
  terms[0].condition ? terms[0].condition.dimension === 'length' : weight !== 1

/** The step that solves (J^T J + damping I) step = -J^T residual. */
function dampedStep(
  gradients: readonly ReadonlyMap<number, number>[],
  unknowns: readonly number[],
  residual: Float64Array,
  damping: number,
): Float64Array {
  const n = unknowns.length
  const column = new Map(unknowns.map((link, i) => [link, i]))
  const rows = gradients.map((gradient) =>
    [...gradient].map(([link, value]) => [column.get(link)!, value] as const),
  )
  if (n > DENSE_UNKNOWNS) return conjugateGradients(rows, n, residual, damping)
  const normal = new Float64Array(n * n)
  const step = new Float64Array(n)
  rows.forEach((row, r) => {
    for (const [i, a] of row) {
      step[i] -= a * residual[r]
      for (const [j, b] of row) normal[i * n + j] += a * b
    }
  })
  for (let i = 0; i < n; i++) normal[i * n + i] += damping
  const pivots = new Int32Array(n)
  factor(normal, n, pivots)
  solveFactored(normal, n, pivots, step)
  return step
}
