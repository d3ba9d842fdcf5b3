/**
 * Assembly: coordinates near the home pose at which every loop closes.
 *
 * Levenberg-Marquardt on the scaled residuals of each block, which also settles redundant rows and, when nothing
 * closes the loops, comes to rest where the gap is smallest. Source: Nocedal & Wright, Numerical Optimization,
 * section 10.3.
 */
import { factor, solveFactored } from '../maths/lu'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { formatQuantity } from '../units/format'
import { columnsOf, partition, placeBlock } from './blocks'
import type { Block } from './blocks'
import { ClosureRows } from './closures'
import type { Mechanism } from './compile'
import { SLIDE } from './conditions'
import { MotionState } from './state'

/** Largest scaled residual of a closed loop. */
export const CLOSED = 1e-10

const MOST_ITERATIONS = 300

/**
 * Assembles at the home pose. Coordinates that a scenario drives keep their home values when that is possible; when
 * only another position of them closes the loops, that position is taken.
 *
 * Errors: `cannot-assemble` for every block that stays open, with the joint and its smallest gap.
 */
export function assemble(mechanism: Mechanism, driven: Uint8Array): Result<Float64Array> {
  const rows = new ClosureRows(mechanism)
  const state = new MotionState(mechanism)
  const held = partition(mechanism, rows, driven).map((block) => settle(block, rows, state))
  if (held.every(Boolean)) return succeed(state.q)

  const free = new MotionState(mechanism)
  const open = partition(mechanism, rows, new Uint8Array(mechanism.links)).filter(
    (block) => !settle(block, rows, free),
  )
  return open.length === 0
    ? succeed(free.q)
    : fail(...open.map((block) => openProblem(block, rows, free, mechanism)))
}

/** Moves the unknowns of a block until its rows vanish; true when they do and the axes agree. */
function settle(block: Block, rows: ClosureRows, state: MotionState): boolean {
  const { mechanism } = state
  const n = block.unknowns.length
  const m = block.rows.length
  const columns = columnsOf(mechanism, block.unknowns)
  const jacobian = new Float64Array(m * n)
  const residual = new Float64Array(m)
  const normal = new Float64Array(n * n)
  const step = new Float64Array(n)
  const pivots = new Int32Array(n)
  const before = new Float64Array(n)

  const evaluate = (): number => {
    placeBlock(block, rows, state)
    let sum = 0
    for (let r = 0; r < m; r++) {
      residual[r] = rows.residual(block.rows[r])
      sum += residual[r] ** 2
    }
    return sum
  }
  let cost = evaluate()
  let damping = 1e-3
  for (let iteration = 0; iteration < MOST_ITERATIONS && cost > 1e-30 && damping < 1e12; iteration++) {
    for (let r = 0; r < m; r++) rows.jacobian(state, block.rows[r], columns, jacobian, r * n, n)
    for (let i = 0; i < n; i++) {
      step[i] = 0
      for (let r = 0; r < m; r++) step[i] -= jacobian[r * n + i] * residual[r]
      for (let j = 0; j < n; j++) {
        let sum = i === j ? damping : 0
        for (let r = 0; r < m; r++) sum += jacobian[r * n + i] * jacobian[r * n + j]
        normal[i * n + j] = sum
      }
      before[i] = state.q[block.unknowns[i]]
    }
    factor(normal, n, pivots)
    solveFactored(normal, n, pivots, step)
    block.unknowns.forEach((link, i) => {
      state.q[link] = before[i] + rows.scale[link] * step[i]
    })
    const next = evaluate()
    if (next < cost) {
      if (cost - next < 1e-13 * cost) break
      cost = next
      damping = Math.max(damping / 10, 1e-13)
    } else {
      block.unknowns.forEach((link, i) => {
        state.q[link] = before[i]
      })
      evaluate()
      damping *= 10
    }
  }
  return (
    residual.every((r) => Math.abs(r) < CLOSED) &&
    block.closures.every((k) => rows.isAligned(mechanism.closures[k], k))
  )
}

/** Names the joint of a block that stays furthest open. */
function openProblem(block: Block, rows: ClosureRows, state: MotionState, mechanism: Mechanism): Problem {
  placeBlock(block, rows, state)
  const gaps = block.closures.map((closure) => {
    const { joint, conditions } = mechanism.closures[closure]
    let length = 0
    let angle = 0
    for (const condition of conditions) {
      const value = rows.measure(closure, condition)
      if (condition.kind === SLIDE) length = Math.hypot(length, value)
      else angle = Math.hypot(angle, value)
    }
    return { joint: mechanism.geometry.joints[joint], length, angle, closure }
  })
  const worst = gaps.reduce((a, b) =>
    b.length / mechanism.size + b.angle > a.length / mechanism.size + a.angle ? b : a,
  )
  const opposed = !rows.isAligned(mechanism.closures[worst.closure], worst.closure)
  const parts = [worst.joint.from, worst.joint.to].map(
    (datum) => mechanism.geometry.bodies[datum.body].source.name,
  )
  const gap = opposed
    ? 'has its axes pointing against each other; flip one of its datums'
    : worst.length > CLOSED * mechanism.size
      ? `stays ${formatQuantity(worst.length, 'mm', 2)} open between ${parts[0]} and ${parts[1]} at best`
      : `stays tilted by ${formatQuantity(worst.angle, 'deg', 2)} between ${parts[0]} and ${parts[1]} at best`
  return {
    code: 'cannot-assemble',
    message: `The mechanism cannot be assembled: ${worst.joint.source.name} ${gap}.`,
    ids: [worst.joint.source.id, worst.joint.from.source.body, worst.joint.to.source.body],
  }
}
