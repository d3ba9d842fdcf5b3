/** `ligamen clearance`: exit codes, what is listed, JSON; `ligamen check` finds what its checks need. */
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { expect, it } from 'vitest'
import type { MechanismDocument } from '@ligamen/core'
import { check } from '../src/check'
import { clearance } from '../src/clearance'
import { catchPrinted, printed } from './printed'

const BEAM = fileURLToPath(new URL('../../demo/files/walking-beam.json', import.meta.url))
const folder = mkdtempSync(join(tmpdir(), 'ligamen-clearance-'))

catchPrinted()

/** The walking beam with a stud in the ground that its beam meets, or passes, and a check of it. */
function beamPast(away: string): string {
  const document = JSON.parse(readFileSync(BEAM, 'utf8')) as MechanismDocument
  document.parts.push({
    id: 'stud-part',
    name: 'Stud',
    shape: 'box',
    colour: '#888888',
    dimensions: { width: '200 mm', depth: '60 mm', height: '200 mm' },
  })
  document.bodies.push({
    id: 'stud',
    name: 'Stud',
    grounded: true,
    parts: [{ id: 'stud-block', part: 'stud-part' }],
    pose: { position: [0, away, 0] },
  })
  document.clearance = {
    pairs: document.bodies.filter(({ id }) => id !== 'stud').map(({ id }) => ({ a: id, b: 'stud' })),
  }
  document.checks = [{ id: 'clear', name: 'The stud is clear', kind: 'clear', body: 'stud' }]
  const file = join(folder, 'beam.json')
  writeFileSync(file, JSON.stringify(document))
  return file
}

it('ends with 0 and lists nothing where nothing comes near', async () => {
  expect(await clearance(beamPast('3 m'), {})).toBe(0)
  expect(printed.out).toContain('Nothing comes so near.')
  expect(await check(beamPast('3 m'), {})).toBe(0)
})

it('ends with 1 and says which bodies overlap, when and how deep', async () => {
  expect(await clearance(beamPast('0 mm'), {})).toBe(1)
  expect(printed.out).toMatch(/Stud.*OVERLAP \d+\.\d+ mm/)
  expect(await check(beamPast('0 mm'), {})).toBe(1)
  expect(printed.out).toContain('Not met: Stud never overlaps anything.')
})

it('writes JSON, and refuses a scenario that is not there', async () => {
  await clearance(beamPast('0 mm'), { json: true })
  const { pairs, near } = JSON.parse(printed.out)
  expect(near).toBe(0.005)
  expect(pairs.some(({ contacts }: { contacts: unknown[] }) => contacts.length > 0)).toBe(true)
  expect(await clearance(beamPast('0 mm'), { scenario: 'none' })).toBe(2)
  expect(printed.faults).toContain('There is no scenario “none”')
})
