/** The command line on the demo documents: the same numbers as the core, readable refusals, exit codes. */
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import Papa from 'papaparse'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { openModel, runScenario } from '@ligamen/core'
import { mobility } from '../src/mobility'
import { solve } from '../src/solve'
import { validate } from '../src/validate'

const file = (name: string) => fileURLToPath(new URL(`../../demo/files/${name}.json`, import.meta.url))
const folder = mkdtempSync(join(tmpdir(), 'ligamen-cli-'))
const scratch = (name: string, content: unknown) => {
  const path = join(folder, name)
  writeFileSync(path, typeof content === 'string' ? content : JSON.stringify(content))
  return path
}

let out = ''
let faults = ''
beforeEach(() => {
  out = ''
  faults = ''
  vi.spyOn(process.stdout, 'write').mockImplementation((text) => {
    out += String(text)
    return true
  })
  vi.spyOn(console, 'error').mockImplementation((text) => {
    faults += `${text}\n`
  })
})
afterEach(() => vi.restoreAllMocks())

describe.each(['walking-beam', 'packet-pusher'])('%s', (name) => {
  const document = JSON.parse(readFileSync(file(name), 'utf8'))
  const scenario = document.scenarios[0]

  it('is valid', async () => {
    expect(await validate(file(name), {})).toBe(0)
    expect(out).toContain('holds:')
  })

  it('gives the numbers of the take that the app shows, frame by frame', async () => {
    const model = openModel(document)
    const run = model.ok && runScenario(model.value, scenario.id)
    if (!run || !run.ok) throw new Error('the demo must run')
    run.value.advance(Infinity)
    const take = run.value.take()
    const path = join(folder, `${name}.csv`)
    expect(await solve(file(name), { scenario: scenario.name, csv: path })).toBe(0)
    const rows = Papa.parse<string[]>(readFileSync(path, 'utf8').trim()).data.slice(1)
    expect(rows).toHaveLength(take.frames)
    const n = take.coordinateChannels.length
    rows.forEach((row, frame) => {
      take.coordinateChannels.forEach((_, c) => {
        expect(Math.abs(Number(row[1 + 3 * c]) - take.coordinates[frame * n + c])).toBe(0)
        expect(Math.abs(Number(row[2 + 3 * c]) - take.coordinateRates[frame * n + c])).toBe(0)
      })
    })
  })

  it('is solved at given times and at as many instants as asked', async () => {
    expect(await solve(file(name), { scenario: scenario.id, at: [0.25, 0.1], json: true })).toBe(0)
    const { times, columns } = JSON.parse(out)
    expect(times).toEqual([0.1, 0.25])
    expect(columns[0].values).toHaveLength(2)
    out = ''
    expect(await solve(file(name), { scenario: scenario.id, frames: 5 })).toBe(0)
    expect(out.trim().split('\n')).toHaveLength(6)
  })
})

it('prints the mobility with what is loose and what is held twice', async () => {
  expect(await mobility(file('walking-beam'), {})).toBe(0)
  expect(out).toContain('Mobility 1')
  expect(out).toContain('Free motions')
  expect(out).toContain('3 harmless redundancies')
})

describe('refuses', () => {
  it('a file that is not there, not JSON, or no mechanism', async () => {
    expect(await validate(join(folder, 'nothing.json'), {})).toBe(1)
    expect(faults).toContain('cannot be read')
    expect(await validate(scratch('half.json', '{"format":'), {})).toBe(1)
    expect(faults).toContain('is not JSON')
    expect(await validate(scratch('list.json', []), {})).toBe(1)
    expect(faults).toContain('A mechanism document is a JSON object')
    expect(await mobility(scratch('other.json', { format: 'other' }), {})).toBe(1)
    expect(faults).toContain('field-invalid at /format')
  })

  it('a scenario and a probe that are not there', async () => {
    expect(await solve(file('walking-beam'), { scenario: 'Sprint' })).toBe(2)
    expect(faults).toContain('There is no scenario “Sprint”')
    const { name } = JSON.parse(readFileSync(file('walking-beam'), 'utf8')).scenarios[0]
    expect(await solve(file('walking-beam'), { scenario: name, probe: ['Tail height'] })).toBe(2)
  })

  it('and says when a motion stops early, with what was solved', async () => {
    const document = JSON.parse(readFileSync(file('walking-beam'), 'utf8'))
    document.joints.find((j: { id: string }) => j.id === 'rocker-pivot').freedoms = [
      { name: 'angle', upper: '100 deg' },
    ]
    const path = scratch('limited.json', document)
    expect(await solve(path, { scenario: document.scenarios[0].name })).toBe(3)
    expect(faults).toMatch(/The motion stops at 0\.\d+ s: Rocker pivot reaches its upper limit of 100\.00°/)
    expect(out).toContain('0.0000')
  })
})
