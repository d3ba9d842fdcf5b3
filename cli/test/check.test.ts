/** `ligamen check` and `ligamen report`: exit codes, the margins that the app shows, JUnit, a page that needs nothing else. */
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { describe, expect, it, vi } from 'vitest'
import { childrenNamed, evaluateChecks, openModel, readXml, runScenario } from '@ligamen/core'
import type { MechanismDocument } from '@ligamen/core'
import { check } from '../src/check'
import { report } from '../src/report'
import { catchPrinted, printed } from './printed'

const SEED_LINE = fileURLToPath(new URL('../../demo/files/seed-line.json', import.meta.url))
const BEAM = fileURLToPath(new URL('../../demo/files/walking-beam.json', import.meta.url))
const folder = mkdtempSync(join(tmpdir(), 'ligamen-check-'))
const at = (name: string) => join(folder, name)

catchPrinted()

/** The demo without the check of its clearances, which takes seconds; see clearance.test.ts. */
function seedLine(): string {
  const document = JSON.parse(readFileSync(SEED_LINE, 'utf8')) as MechanismDocument
  document.checks = document.checks!.filter(({ kind }) => kind !== 'clear')
  writeFileSync(at('line.json'), JSON.stringify(document))
  return at('line.json')
}

/** The walking beam with checks of its own. */
function beamWith(...checks: object[]): string {
  const document = JSON.parse(readFileSync(BEAM, 'utf8')) as MechanismDocument
  document.checks = checks.map((one, k) => ({
    id: `check-${k}`,
    name: `Check ${k} & <more>`,
    ...one,
  })) as never
  writeFileSync(at('beam.json'), JSON.stringify(document))
  return at('beam.json')
}
const MET = { kind: 'completes' }
const LOST = { kind: 'band', probe: 'beam-tip-height', upper: '1 mm' }

it('gives the margins of the demo as the app does, and ends with 1 for the one that is not met', async () => {
  const document = JSON.parse(readFileSync(seedLine(), 'utf8')) as MechanismDocument
  expect(await check(seedLine(), { json: true })).toBe(1)
  const [{ scenario, checks }] = JSON.parse(printed.out)
  expect(scenario).toBe('Full cycle')
  const model = openModel(document)
  const run = model.ok && runScenario(model.value, 'full-cycle')
  if (!model.ok || !run || !run.ok) throw new Error('the demo must run')
  run.value.advance(Infinity)
  const { mobility } = model.value
  const shown = evaluateChecks({ document, take: run.value.take(), length: 10, mobility })
  expect(checks.map(({ margin }: { margin: number }) => margin)).toEqual(shown.map(({ margin }) => margin))
  expect(checks.filter(({ state }: { state: string }) => state === 'not-met')).toHaveLength(1)
})

describe('exit codes', () => {
  it.each([
    ['all met', [MET], 0],
    ['one not met', [MET, LOST], 1],
    ['one not decided', [{ ...LOST, during: { at: '99 s' } }], 1],
    ['one muted', [MET, { ...LOST, muted: 'is being redrawn' }], 0],
    ['none at all', [], 0],
  ])('%s', async (_, checks, code) => {
    expect(await check(beamWith(...checks), {})).toBe(code)
  })
  it('a scenario that is not there, a file that is not there, a folder that is not there', async () => {
    expect(await check(beamWith(MET), { scenario: 'Nothing' })).toBe(2)
    expect(printed.faults).toContain('there are: Steady walk')
    expect(await check(at('nothing.json'), {})).toBe(1)
    expect(await check(beamWith(MET), { junit: at('no/folder/x.xml') })).toBe(2)
  })
})

it('the JUnit file counts suites and cases, and says why one failed', async () => {
  const file = beamWith(
    MET,
    LOST,
    { ...LOST, muted: 'a "reason" & more' },
    { ...LOST, during: { at: '99 s' } },
  )
  expect(await check(file, { junit: at('checks.xml') })).toBe(1)
  const parsed = readXml(readFileSync(at('checks.xml'), 'utf8'))
  if (!parsed.ok) throw new Error(parsed.problems[0]!.message)
  const root = parsed.value
  expect(root.tag).toBe('testsuites')
  expect(root.attributes).toMatchObject({ tests: '4', failures: '1', errors: '1' })
  const [suite] = childrenNamed(root, 'testsuite')
  expect(suite!.attributes).toMatchObject({ name: 'Steady walk', tests: '4', skipped: '1' })
  const cases = childrenNamed(suite!, 'testcase')
  expect(cases.map(({ attributes }) => attributes.name)).toEqual(
    // as they stand in the file
    [0, 1, 2, 3].map((k) => `Check ${k} &amp; &lt;more&gt;`),
  )
  expect(cases.map(({ children }) => children.map(({ tag }) => tag).join())).toEqual([
    '',
    'failure',
    'skipped',
    'error',
  ])
  expect(childrenNamed(cases[1]!, 'failure')[0]!.attributes.message).toContain('stays below 1 mm')
})

it('the report is one page with every section, and asks nothing of any network', async () => {
  expect(await report(seedLine(), { html: at('report.html') })).toBe(0)
  const page = readFileSync(at('report.html'), 'utf8')
  for (const heading of ['Checks', 'Charts', 'What the motion shows', 'Scenario', 'Mobility', 'Bodies'])
    expect(page).toContain(`<h2>${heading}</h2>`)
  expect(page).toContain('Of 9 checks: 8 met, 1 not met.')
  expect(page).toContain('Seed dust rises from open packets above this speed.')
  expect(page).not.toMatch(/\bhref=|\bsrc="(?!data:)/)
  expect(page.match(/https?:\/\/[^"']+/g)!.every((url) => url.startsWith('http://www.w3.org/'))).toBe(true)
  // line pictures at the start and half way, drawn without anything from elsewhere
  expect(page.match(/<img[^>]*data:image\/svg\+xml/g)).toHaveLength(2)
  expect(await report(seedLine(), { html: at('no/folder/x.html') })).toBe(2)
  expect(await report(seedLine(), { html: at('x.html'), at: '0 s, 99 s' })).toBe(2)
  expect(await report(seedLine(), {})).toBe(2)
})

it('the report is printed to PDF by the Chromium that is installed, and says so where there is none', async () => {
  const file = at('report.pdf')
  expect(await report(seedLine(), { pdf: file, at: '1 s' })).toBe(0)
  expect(readFileSync(file).subarray(0, 5).toString()).toBe('%PDF-')
  vi.stubEnv('CHROMIUM', at('no-such-program'))
  expect(await report(seedLine(), { pdf: at('other.pdf') })).toBe(2)
  vi.unstubAllEnvs()
})
