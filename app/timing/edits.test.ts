/** Edits of a scenario and its entries, on an open mechanism with the real solver. */
import { describe, expect, it } from 'vitest'
import type { Moves } from '@ligamen/core'
import { liftedBeam } from '~/testing/documents'
import { opened, solved } from '~/testing/opened'
import { useTimingStore } from '~/timing/timing'
import { useSelectionStore } from '~/model/screen/selection'
import { usePlanStore } from '~/model/run/plan'
import { useRunStore } from '~/model/run/run'
import { useEntryEdits } from './useEntryEdits'
import { useScenarioEdits } from './useScenarioEdits'

const lifted = liftedBeam([
  { id: 'up', start: '0.2 s', by: '60 deg' },
  { id: 'down', by: '-60 deg' },
])

async function set() {
  const mechanism = await opened(lifted)
  const lane = (scenario = mechanism.document!.scenarios[0]!) => scenario.drivers[0] as Moves
  return {
    mechanism,
    lane,
    timing: useTimingStore(),
    plan: usePlanStore(),
    edits: useScenarioEdits(),
    entries: useEntryEdits(),
  }
}

describe('edits of a scenario', () => {
  it('choose the scenario that was added, and the one that is left', async () => {
    const { mechanism, edits } = await set()
    expect(await edits.add('Second', 'steady-walk')).toEqual([])
    expect(mechanism.scenario!.name).toBe('Second')
    expect(mechanism.scenario!.drivers).toHaveLength(1)
    await edits.remove()
    expect(mechanism.scenario!.name).toBe('Steady walk')
    // the last one stays
    await edits.remove()
    expect(mechanism.document!.scenarios).toHaveLength(1)
  })

  it('show a scenario that was added, unless something is selected while it is made', async () => {
    const { edits } = await set()
    const selection = useSelectionStore()
    selection.select('body', 'beam')
    await edits.add('Second')
    expect(selection.selected).toBeNull()
    selection.select('joint', 'crank-shaft')
    const made = edits.add('Third')
    selection.select('joint', 'crank-shaft')
    await made
    expect(selection.selected).toEqual({ kind: 'joint', id: 'crank-shaft' })
    await solved()
  })

  it('make the first scenario of a mechanism with its first driver, in one step', async () => {
    const { mechanism, edits } = await set()
    expect(await mechanism.edit('No scenario', (draft) => void (draft.scenarios = []))).toEqual([])
    expect(
      await edits.drive('Crank shaft', {
        kind: 'motor',
        joint: 'crank-shaft',
        speed: '60 rpm',
        runUp: '0 s',
      }),
    ).toEqual([])
    expect(mechanism.scenario?.drivers).toHaveLength(1)
    await mechanism.undo()
    expect(mechanism.scenario).toBeNull()
  })

  it('open the lane of a new driver and choose a new move or cue', async () => {
    const { mechanism, timing, edits, lane } = await set()
    await edits.alter('No drivers', (scenario) => (scenario.drivers = []))
    await edits.drive('Crank shaft', { kind: 'moves', joint: 'crank-shaft', moves: [] })
    expect(timing.open).toBe(lane().id)
    await edits.move(lane().id, 0, () => ({ duration: '1 s', to: '30 deg', law: 'cycloidal' }))
    expect(timing.chosen).toBe(lane().moves[0]!.id)
    await edits.cue({ kind: 'hide', bodies: ['beam'], start: '1 s' })
    expect(timing.chosen).toBe(mechanism.scenario!.cues![0]!.id)
    await solved()
  })

  it('make a move as the lane is when its turn comes, with edits before it that are still tried', async () => {
    const { edits, lane } = await set()
    const altered = edits.alterMove('Lift: lasts 0.6 s', 'lift', 'down', (move) => (move.duration = '0.6 s'))
    const made = edits.move('lift', null, (before) => ({
      duration: before!.duration,
      law: before!.law,
      by: '10 deg',
    }))
    await Promise.all([altered, made])
    expect(lane().moves.map(({ duration }) => duration)).toEqual(['0.5 s', '0.6 s', '0.6 s'])
    await solved()
  })

  it('alter one move, and are named', async () => {
    const { mechanism, edits, lane } = await set()
    await edits.alterMove('Lift: lasts 1 s', 'lift', 'down', (move) => (move.duration = '1 s'))
    expect(lane().moves.map(({ duration }) => duration)).toEqual(['0.5 s', '1 s'])
    expect(mechanism.undoable!.name).toBe('Lift: lasts 1 s')
    await edits.alterDriver('Lift: muted', 'lift', (driver) => (driver.suspended = true))
    expect(lane().suspended).toBe(true)
    await solved()
  })

  it('are tried while they are dragged, and leave nothing when they are given up', async () => {
    const { mechanism, edits, plan } = await set()
    const before = plan.itemOf('down')!.start
    // however busy the machine is
    await solved()
    useRunStore().milliseconds = 10
    edits.tryOut((scenario) => (edits.moveOf(scenario, 'lift', 'up').duration = '1 s'))
    await mechanism.ask('letGo', undefined)
    expect(plan.itemOf('down')!.start).toBeCloseTo(before + 0.5, 9)
    await mechanism.endTrials()
    expect([mechanism.document, mechanism.undoable]).toEqual([lifted, null])
    await solved()
    expect(plan.itemOf('down')!.start).toBeCloseTo(before, 9)
  })

  it('that take long to solve are not tried', async () => {
    const { mechanism, edits } = await set()
    useRunStore().milliseconds = 1000
    edits.tryOut((scenario) => (edits.moveOf(scenario, 'lift', 'up').duration = '1 s'))
    await mechanism.ask('letGo', undefined)
    expect(mechanism.document).toEqual(lifted)
  })
})

describe('edits of entries', () => {
  it('shift what is chosen, and what follows it', async () => {
    const { mechanism, entries, plan } = await set()
    await entries.shift('up', ['up'], 0.3)
    await solved()
    expect(plan.itemOf('up')!.start).toBeCloseTo(0.5, 9)
    expect(plan.itemOf('down')!.start).toBeCloseTo(1, 9)
    expect(mechanism.undoable!.name).toBe('up 0.3 s later')
    expect(entries.startOf('down')).toBe('1 s')
  })

  it('copy moves, and put them at a time of their lane', async () => {
    const { entries, timing, plan, lane } = await set()
    entries.copy(['up'])
    expect(await entries.paste(1.5)).toEqual([])
    await solved()
    expect(lane().moves).toHaveLength(3)
    const [made] = timing.allChosen
    expect(plan.itemOf(made!)!.start).toBeCloseTo(1.5, 9)
  })

  it('say so when no lane takes what was copied', async () => {
    const { entries, edits } = await set()
    entries.copy(['up'])
    await edits.alter('No drivers', (scenario) => (scenario.drivers = []))
    expect(await entries.paste(1)).toMatchObject([{ code: 'no-lane' }])
    await solved()
  })

  it('take away, and undo brings back', async () => {
    const { mechanism, entries, lane } = await set()
    await entries.takeAway('up', ['up'])
    expect(lane().moves.map(({ id }) => id)).toEqual(['down'])
    await mechanism.undo()
    expect(mechanism.document).toEqual(lifted)
  })
})
