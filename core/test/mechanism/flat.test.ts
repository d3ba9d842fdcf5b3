import { describe, expect, it } from 'vitest'
import { openModel } from '../../src'
import { Equations } from '../../src/mechanism/equations'
import { FlatRows } from '../../src/mechanism/flat-rows'
import { rowEntries } from '../../src/mechanism/row-entries'
import { MotionState } from '../../src/mechanism/state'
import { fourBarDocument } from '../documents'

/** A four-bar moved anyhow, its loop open; with `flat` as what it is, else as if it were a mechanism in space. */
function moved(flat: boolean) {
  const model = openModel(fourBarDocument(0.1, 0.03, 0.09, 0.07))
  if (!model.ok) throw new Error(model.problems[0].message)
  const { mechanism } = model.value
  const state = new MotionState(mechanism)
  if (!flat) state.flat.fill(0)
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
  found.forEach((value, k) => expect(value).toBeCloseTo(expected[k], 14))
}

describe('links and rows in the plane of the ground', () => {
  it('move as they do in space', () => {
    const plane = moved(true).state
    const space = moved(false).state
    expect([...plane.flat]).toEqual([1, 1, 1, 1])
    for (const key of ['world', 'screw', 'twist', 'twistRate'] as const) close(plane[key], space[key])
  })

  it('have the values, derivatives, rates and accelerations that they have in space', () => {
    const { state, equations } = moved(true)
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
