/** Free scenarios and rest on the command line, by the example of a spring-balanced arm. */
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { expect, it } from 'vitest'
import { rest } from '../src/rest'
import { solve } from '../src/solve'
import { catchPrinted, printed } from './printed'

const arm = fileURLToPath(new URL('../../docs/format/examples/dosing-arm.json', import.meta.url))

catchPrinted()

it('a free scenario is solved, and says how its energies balance', async () => {
  expect(await solve(arm, { scenario: 'Let go' })).toBe(0)
  expect(printed.out).toContain('Pull of the spring')
  const [, off] = /Energies balance to ([\d.e+-]+) J/.exec(printed.faults)!
  expect(Number(off)).toBeLessThan(1e-7)
})

it('a spring-balanced arm comes to rest within its limits, held by its friction where that is enough', async () => {
  expect(await rest(arm, { scenario: 'Let go', json: true })).toBe(0)
  const { kind, joints } = JSON.parse(printed.out)
  expect(kind).not.toBe('unstable')
  const [{ value }] = joints
  expect(value).toBeGreaterThan((-50 * Math.PI) / 180)
  expect(value).toBeLessThan((60 * Math.PI) / 180)
  // what friction has to hold there, by hand: the moments of weight, dose and spring about the pivot
  const [c, s] = [Math.cos(value), Math.sin(value)]
  const length = Math.hypot(0.08 * c, 0.15 - 0.08 * s)
  const pull = 118 * (length - 0.04)
  const moment = (pull * 0.08 * 0.15 * c) / length - (0.8 * 9.80665 * 0.12 + 0.6 * 0.24) * c
  expect(Math.abs(moment)).toBeLessThanOrEqual(0.015 + 1e-9)
  printed.out = ''
  expect(await rest(arm, {})).toBe(0)
  expect(printed.out).toMatch(/Stable|Indifferent/)
  expect(printed.out).toContain('Pivot')
})

it('what has no such scenario, or cannot be read, ends with its reason', async () => {
  expect(await rest(arm, { scenario: 'Fall' })).toBe(2)
  expect(printed.faults).toContain('there are: Let go')
  expect(await rest(`${arm}.none`, {})).toBe(1)
  expect(JSON.parse(readFileSync(arm, 'utf8')).name).toContain('dosing arm')
})
