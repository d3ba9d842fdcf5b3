import { describe, expect, it } from 'vitest'
import { openModel } from '../../src'
import { Equations } from '../../src/mechanism/equations'
import { FlatRows } from '../../src/mechanism/flat-rows'
import { rowEntries } from '../../src/mechanism/row-entries'
import { MotionState } from '../../src/mechanism/state'
import { fourBarDocument } from '../documents'
import { Sketch } from '../sketch'

const fourBar = () => openModel(fourBarDocument(0.1, 0.03, 0.09, 0.07))
/** A slider-crank with a slanted slide, on a plate that moves in the plane. */
const onPlate = () => ({
  ok: true as const,
  value: new Sketch()
    .body('plate', 'crank', 'rod', 'slider')
    .join('planar', 'free', 'ground', 'plate', [0.3, 0.1])
    .hinge('shaft', 'plate', 'crank', [0.3, 0.1])
    .hinge('pin', 'crank', 'rod', [0.33, 0.14])
    .hinge('wrist', 'rod', 'slider', [0.42, 0.12])
    .slide('way', 'plate', 'slider', [0.42, 0.12], [0.8, 0.6, 0])
    .open(),
})

/** A mechanism moved anyhow, its loop open; with `flat` as what it is, else as if it were one in space. */
function moved(open: () => ReturnType<typeof openModel>, flat: boolean) {
  const model = open()
  if (!model.ok) throw new Error(model.problems[0].message)
  const { mechanism } = model.value
  const state = new MotionState(mechanism)
  if (!flat) for (const marks of [state.flat.inPlane, state.flat.composed]) marks.fill(0)
  for (const link of state.all) {
    state.q[link] = 0.7 * link
    state.rate[link] = 1.3 - 0.4 * link
    state.acceleration[link] = 0.2 + 0.9 * link
  }
  state.place(state.all)
  state.spreadMotion(state.all)
  const equations = new Equations(mechanism, mechanism.rows)
  equations.placeEveryPair(state)
  return { state, equations }
}

const close = (found: Float64Array, expected: Float64Array) => {
  expect(found.length).toBe(expected.length)
  found.forEach((value, k) =>
    expect(value / Math.max(1, Math.abs(expected[k]))).toBeCloseTo(
      expected[k] / Math.max(1, Math.abs(expected[k])),
      14,
    ),
  )
}

describe.each([
  { name: 'a four-bar', open: fourBar, inPlane: 4, upright: 4, composed: 4 },
  // two slides and a hinge of the plate, crank, rod, slide or another hinge
  { name: 'a slider-crank on a plate', open: onPlate, inPlane: 7, upright: 4, composed: 3 },
])('links and rows of $name in the plane of the ground', ({ open, ...counts }) => {
  it('move as they do in space', () => {
    const plane = moved(open, true).state
    const space = moved(open, false).state
    for (const key of ['inPlane', 'upright', 'composed'] as const)
      expect(plane.flat[key].reduce((sum, mark) => sum + mark, 0)).toBe(counts[key])
    for (const key of ['world', 'screw', 'twist', 'twistRate'] as const) close(plane[key], space[key])
  })

  it('have the values, derivatives, rates and accelerations that they have in space', () => {
    const { state, equations } = moved(open, true)
    const rows = Int32Array.from([...equations.rows.keys()].filter((row) => equations.flatRow(row)))
    expect(rows.length).toBe(2)
    const place = (r: number, link: number) => state.mechanism.links * r + link
    const entries = rowEntries(equations, rows, new Uint8Array(state.mechanism.links), place)
    const flat = new FlatRows(
      equations.frames,
      state,
      Array.from(rows, (row) => equations.flatRow(row)!),
      entries,
    )
    const both = (size: number, plane: (out: Float64Array) => void, space: (out: Float64Array) => void) => {
      const [found, expected] = [new Float64Array(size), new Float64Array(size)]
      plane(found)
      space(expected)
      expect(Math.max(...expected.map(Math.abs))).toBeGreaterThan(0.01)
      close(found, expected)
    }
    const bases = Int32Array.of(0, 1, 1, 0)
    both(
      2,
      (out) => flat.residuals(out),
      (out) => equations.residuals(state, rows, out),
    )
    both(
      2,
      (out) => flat.rates(out, null),
      (out) => equations.rates(state, rows, out),
    )
    both(
      2,
      (out) => flat.rates(out, bases),
      (out) => equations.rates(state, rows, out, bases),
    )
    both(
      2,
      (out) => flat.accelerations(out),
      (out) => equations.accelerations(state, rows, out),
    )
    both(
      2 * state.mechanism.links,
      (out) => flat.gradients(out),
      (out) => equations.gradients(state, rows, entries, out),
    )
  })
})
