/** The JSON Schema beside the format's explanation is current, and the documents we ship follow it. */
import { readdirSync, readFileSync } from 'node:fs'
import Ajv from 'ajv/dist/2020'
import { describe, expect, it } from 'vitest'
import { documentSchema, openModel, runScenario } from '../../src'

const format = new URL('../../../docs/format/', import.meta.url)
const read = (path: string) => JSON.parse(readFileSync(new URL(path, format), 'utf8'))
const check = new Ajv({ allowUnionTypes: true }).compile(documentSchema())

it('is the one that the classes make', () => {
  expect(read('mechanism.schema.json')).toEqual(JSON.parse(JSON.stringify(documentSchema())))
})

describe.each(readdirSync(new URL('examples/', format)))('example %s', (file) => {
  const document = read(`examples/${file}`)

  it('follows the schema', () => {
    check(document)
    expect(check.errors).toBeNull()
  })

  it('opens and runs to its end', () => {
    const model = openModel(document)
    expect(model.ok ? [] : model.problems).toEqual([])
    for (const { id } of document.scenarios) {
      const run = model.ok && runScenario(model.value, id)
      if (!run || !run.ok) throw new Error(run ? run.problems[0].message : 'not open')
      run.value.advance(Infinity)
      expect(run.value.take().stopped).toBeNull()
    }
  })
})

it('refuses what the classes refuse', () => {
  const document = read('examples/four-bar.json')
  for (const spoil of [
    (d: Record<string, unknown>) => (d.extra = 1),
    (d: Record<string, unknown>) => (d.version = 2),
    (d: { joints: { id: unknown }[] }) => (d.joints[0].id = 'no good id'),
    (d: { scenarios: { drivers: { kind: string }[] }[] }) => (d.scenarios[0].drivers[0].kind = 'muscle'),
    (d: { datums: { at: { axis: unknown } }[] }) => (d.datums[0].at.axis = [0, 1]),
  ]) {
    const copy = structuredClone(document)
    spoil(copy)
    expect(check(copy)).toBe(false)
    expect(openModel(copy).ok).toBe(false)
  }
})
