/**
 * A force or torque along a freedom that depends on where it is: values at positions, joined smoothly; the first and the last one
 * beyond them. A periodic table goes on in both directions: a detent snaps in wherever its effort falls through zero.
 * @example { kind: 'joint-table', joint: 'knob', efforts: [['0 deg', 0], ['7.5 deg', '-0.1 N m'], ['22.5 deg', '0.1 N m'], ['30 deg', 0]], periodic: true }
 */
import { IsBoolean, IsIn, IsOptional } from 'class-validator'
import { JointLoad } from '../../../document/format/loads'
import { ArePairs } from '../../../document/rules/rules'
import { GAUSS } from '../../../maths/gauss-legendre'
import { QuinticSpline } from '../../../maths/quintic-spline'
import { NEXT_KNOT, SAME_VALUE } from '../../../mechanism/tolerances'
import { succeed } from '../../../result'
import type { Result } from '../../../result'
import type { Dimension } from '../../../units/dimension'
import { parseQuantity } from '../../../units/quantity'
import type { Quantity } from '../../../units/quantity'
import { CoordinateLoad } from '../coordinate-load'
import { coordinateOfLoad, defineLoad, dimensionsAlong, loadFault } from '../load-type'

/** An effort over the position of a freedom. */
export class JointTable extends JointLoad {
  @IsIn(['joint-table']) kind!: 'joint-table'
  /** Pairs (position, force or torque in the direction of the freedom), by rising position. */
  @ArePairs(2, 10_000) efforts!: [Quantity, Quantity][]
  /** Starts over after the last position, whose effort is that of the first. */
  @IsOptional() @IsBoolean() periodic?: boolean
}

declare module '../../../document/format/loads' {
  interface LoadKinds {
    'joint-table': JointTable
  }
}

/** Errors: `load-freedom`, `load-table`. */
export const jointTable = defineLoad<JointTable>({
  kind: 'joint-table',
  title: 'Force or torque over the position',
  form: [
    { key: 'efforts', words: 'Positions and efforts', takes: 'pairs' },
    { key: 'periodic', words: 'Periodic', takes: 'switch', isOptional: true },
  ],
  begins: (along) =>
    along === 'angle'
      ? {
          efforts: [
            ['-10 deg', '0.1 N m'],
            ['0 deg', '0 N m'],
            ['10 deg', '-0.1 N m'],
          ],
        }
      : {
          efforts: [
            ['-5 mm', '5 N'],
            ['0 mm', '0 N'],
            ['5 mm', '-5 N'],
          ],
        },
  fields: JointTable,
  note: ({ efforts, periodic }) => `table · ${efforts.length} positions${periodic ? ' · periodic' : ''}`,
  resolve(mechanism, load) {
    const coordinate = coordinateOfLoad(mechanism, load)
    if (!coordinate.ok) return coordinate
    const table = readTable(load, coordinate.value.dimension, dimensionsAlong(coordinate.value).effort)
    if (!table.ok) return table
    const { effort, work } = table.value
    return succeed(
      new CoordinateLoad(load.id, load.name, mechanism, coordinate.value, {
        effort,
        energy: (value) => -work(value),
        loss: () => 0,
      }),
    )
  },
})

interface Table {
  effort(position: number): number
  /** From the first position on [J]. */
  work(position: number): number
}

function readTable({ name, efforts, periodic }: JointTable, along: Dimension, of: Dimension): Result<Table> {
  const positions: number[] = []
  const values: number[] = []
  for (const [k, [where, what]] of efforts.entries()) {
    const position = parseQuantity(where, along)
    const value = parseQuantity(what, of)
    if (!position.ok)
      return loadFault('load-table', `/efforts/${k}/0`, `${name}: ${position.problems[0].message}`)
    if (!value.ok) return loadFault('load-table', `/efforts/${k}/1`, `${name}: ${value.problems[0].message}`)
    if (k > 0 && !(position.value > positions[k - 1] + NEXT_KNOT))
      return loadFault(
        'load-table',
        `/efforts/${k}/0`,
        `${name}: position ${k + 1} does not lie beyond the one before it; order them.`,
      )
    positions.push(position.value)
    values.push(value.value)
  }
  const last = values.length - 1
  if (periodic && Math.abs(values[last] - values[0]) > SAME_VALUE)
    return loadFault(
      'load-table',
      `/efforts/${last}/1`,
      `${name}: a periodic table ends with the effort it starts with.`,
    )
  return succeed(joined(positions, values, periodic === true))
}

function joined(positions: readonly number[], values: readonly number[], isPeriodic: boolean): Table {
  const spline = new QuinticSpline(positions, values, isPeriodic ? 'periodic' : 'natural')
  const jet = new Float64Array(4)
  const [first, end] = [positions[0], positions[positions.length - 1]]
  const inside = (x: number) => {
    spline.evaluate(x, jet)
    return jet[0]
  }
  const part = (from: number, to: number) =>
    GAUSS.reduce((sum, [node, weight]) => sum + weight * (to - from) * inside(from + node * (to - from)), 0)
  // work up to each position
  const upTo = [0]
  for (let k = 1; k < positions.length; k++) upTo.push(upTo[k - 1] + part(positions[k - 1], positions[k]))
  const workInside = (x: number) => {
    let k = 0
    while (k < positions.length - 2 && positions[k + 1] <= x) k++
    return upTo[k] + part(positions[k], x)
  }
  if (isPeriodic) {
    const period = end - first
    const turns = (x: number) => Math.floor((x - first) / period)
    return {
      effort: inside,
      work: (x) => turns(x) * upTo[upTo.length - 1] + workInside(x - turns(x) * period),
    }
  }
  const clamped = (x: number) => Math.min(end, Math.max(first, x))
  return {
    effort: (x) => inside(clamped(x)),
    work: (x) => workInside(clamped(x)) + inside(clamped(x)) * (x - clamped(x)),
  }
}
