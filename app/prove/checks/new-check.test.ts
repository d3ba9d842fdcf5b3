/** A new check of every kind can be made from the demo, and holds or says why not. */
import { expect, it } from 'vitest'
import { addCheck, checkKinds, openModel, runScenario, Signal } from '@ligamen/core'
import { walkingBeam } from '~~/shared/starting-points/walking-beam'
import { CHECK_WORDS } from './check-words'
import { missingFor, newCheck } from './new-check'

const model = openModel(structuredClone(walkingBeam))
if (!model.ok) throw new Error('the beam opens')
const run = runScenario(model.value, 'steady-walk')
if (!run.ok) throw new Error('the beam runs')
run.value.advance(Infinity)
const signal = Signal.of(run.value.take(), 'beam-tip-height')!
const known = {
  document: structuredClone(walkingBeam),
  report: null,
  probe: 'beam-tip-height',
  signal,
  length: '2.5 s',
}

it('every kind has words', () => {
  expect(checkKinds().filter((kind) => !CHECK_WORDS[kind])).toEqual([])
})

it.each(checkKinds().filter((kind) => kind !== 'agrees'))('%s', (kind) => {
  expect(missingFor(kind, known)).toBeNull()
  const document = structuredClone(walkingBeam)
  addCheck(document, newCheck(kind, known))
  const opened = openModel(document)
  expect(opened.ok ? [] : opened.problems).toEqual([])
})

it('what is missing is said', () => {
  expect(missingFor('band', { ...known, probe: undefined })).toContain('Make a probe first')
  expect(missingFor('agrees', known)).toContain('reference curve')
})

it('limits are rounded up from what is measured, in its unit', () => {
  const check = newCheck('band', known)
  const { greatest } = signal.extremes(0, signal.end)
  expect(String(check.upper)).toMatch(/^[\d.]+ mm$/)
  expect(Number.parseFloat(String(check.upper)) / 1000).toBeGreaterThan(greatest.value)
})
