/** The command line on the demo documents: the same numbers as the core, readable refusals, exit codes. */
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { openModel, runScenario } from '@ligamen/core'
import { mobility } from '../src/mobility'
import { solve } from '../src/solve'
import { validate } from '../src/validate'
import { catchPrinted, printed } from './printed'

const file = (name: string) => fileURLToPath(new URL(`../../demo/files/${name}.json`, import.meta.url))
const folder = mkdtempSync(join(tmpdir(), 'ligamen-cli-'))
const scratch = (name: string, content: unknown) => {
  const path = join(folder, name)
  writeFileSync(path, typeof content === 'string' ? content : JSON.stringify(content))
  return path
}

catchPrinted()

describe.each(['walking-beam', 'packet-pusher'])('%s', (name) => {
  const document = JSON.parse(readFileSync(file(name), 'utf8'))
  const scenario = document.scenarios[0]

  it('is valid', async () => {
    expect(await validate(file(name), {})).toBe(0)
    expect(printed.out).toContain('holds:')
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
    expect(await solve(file(name), { scenario: scenario.id, at: '0.25 s, 100 ms', json: true })).toBe(0)
    const { times, columns } = JSON.parse(printed.out)
    expect(times).toEqual([0.1, 0.25])
    expect(columns[0].values).toHaveLength(2)
    printed.out = ''
    expect(await solve(file(name), { scenario: scenario.id, frames: 5 })).toBe(0)
    expect(printed.out.trim().split('\n')).toHaveLength(6)
  })
})

it('prints the mobility with what is loose and what is held twice', async () => {
  expect(await mobility(file('walking-beam'), {})).toBe(0)
  expect(printed.out).toContain('Mobility 1')
  expect(printed.out).toContain('Free motions')
  expect(printed.out).toContain('3 harmless redundancies')
})

describe('refuses', () => {
  it('a file that is not there, not JSON, or no mechanism', async () => {
    expect(await validate(join(folder, 'nothing.json'), {})).toBe(1)
    expect(printed.faults).toContain('cannot be read')
    expect(await validate(scratch('half.json', '{"format":'), {})).toBe(1)
    expect(printed.faults).toContain('is not JSON')
    expect(await validate(scratch('list.json', []), {})).toBe(1)
    expect(printed.faults).toContain('A mechanism document is a JSON object')
    expect(await mobility(scratch('other.json', { format: 'other' }), {})).toBe(1)
    expect(printed.faults).toContain('field-invalid at /format')
  })

  it('a scenario and a probe that are not there', async () => {
    expect(await solve(file('walking-beam'), { scenario: 'Sprint' })).toBe(2)
    expect(printed.faults).toContain('There is no scenario “Sprint”')
    const { name } = JSON.parse(readFileSync(file('walking-beam'), 'utf8')).scenarios[0]
    expect(await solve(file('walking-beam'), { scenario: name, probe: ['Crank shaft', 'Crank'] })).toBe(2)
    expect(printed.faults).toContain('“Crank” is no probe or joint of this mechanism; there are: Crank shaft')
  })

  it('an instant beyond the end, and one that is no time', async () => {
    const scenario = 'steady-walk'
    expect(await solve(file('walking-beam'), { scenario, at: '1 s, 40 s' })).toBe(2)
    expect(printed.faults).toContain('“40 s” lies beyond the end of the scenario at 2.5000 s.')
    expect(await solve(file('walking-beam'), { scenario, at: 'noon' })).toBe(2)
    expect(printed.faults).toContain('“noon” is not a time')
  })

  it('a folder that is not there, in a sentence', async () => {
    const csv = join(folder, 'nowhere', 'walk.csv')
    expect(await solve(file('walking-beam'), { scenario: 'steady-walk', csv })).toBe(2)
    expect(printed.faults).toContain(`${csv} cannot be written: its folder does not exist.`)
  })

  it('a name that two joints have, and takes their ids', async () => {
    const document = JSON.parse(readFileSync(file('walking-beam'), 'utf8'))
    const [first, second] = document.joints
    second.name = first.name
    const path = scratch('twins.json', document)
    expect(await solve(path, { scenario: 'steady-walk', probe: [first.name] })).toBe(2)
    expect(printed.faults).toContain(`is used more than once; give the id: ${first.id} or ${second.id}`)
    expect(await solve(path, { scenario: 'steady-walk', probe: [first.id], json: true })).toBe(0)
    expect(JSON.parse(printed.out).columns).toMatchObject([{ id: first.id, name: first.name }])
    printed.out = ''
    expect(await solve(path, { scenario: 'steady-walk', frames: 2 })).toBe(0)
    expect(printed.out).toContain(`${first.name} (${second.id}) [`)
  })

  it('and says when a motion stops early, with what was solved', async () => {
    const document = JSON.parse(readFileSync(file('walking-beam'), 'utf8'))
    document.joints.find((j: { id: string }) => j.id === 'rocker-pivot').freedoms = [
      { name: 'angle', upper: '100 deg' },
    ]
    const path = scratch('limited.json', document)
    expect(await solve(path, { scenario: document.scenarios[0].name })).toBe(3)
    expect(printed.faults).toMatch(
      /The motion stops at 0\.\d+ s: Rocker pivot reaches its upper limit of 100\.00°/,
    )
    expect(printed.out).toContain('0.0000')
    printed.out = ''
    expect(await solve(path, { scenario: document.scenarios[0].name, json: true })).toBe(3)
    const { stopped } = JSON.parse(printed.out)
    expect(stopped).toMatchObject({ code: 'limit-reached', joint: 'rocker-pivot', freedom: 'angle' })
    expect(stopped.value).toBeCloseTo((100 * Math.PI) / 180, 12)
    expect(stopped.time).toBeGreaterThan(0)
  })
})

it('leaves the cell of what is not a number empty', async () => {
  const document = JSON.parse(readFileSync(file('walking-beam'), 'utf8'))
  const [{ id: datum }] = document.datums
  document.probes = [{ id: 'spin', name: 'Spin', kind: 'datum-acceleration', datum, along: 'z' }]
  const csv = join(folder, 'spin.csv')
  const path = scratch('spin.json', document)
  expect(await solve(path, { scenario: 'steady-walk', probe: ['spin'], csv, json: true })).toBe(0)
  const [, row] = Papa.parse<string[]>(readFileSync(csv, 'utf8').trim()).data
  expect(row).toHaveLength(4)
  expect(row[3]).toBe('')
  expect(JSON.parse(printed.out).columns[0].second[0]).toBeNull()
})
