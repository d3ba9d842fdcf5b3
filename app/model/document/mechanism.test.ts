/** The open mechanism with the real solver: edits reach what is shown, and undo brings back what was. */
import { describe, expect, it, vi } from 'vitest'
import type { MechanismDocument } from '@ligamen/core'
import { walkingBeam } from '~~/shared/starting-points/walking-beam'
import { opened, solved } from '~/testing/opened'
import { useRunStore } from '../run/run'
import { useMechanismStore } from './mechanism'
import { useSavingStore } from './saving'

const lengthen = (length: string) => (draft: MechanismDocument) => {
  draft.parts.find(({ id }) => id === 'crank-plate')!.dimensions.length = length
}
const twice: MechanismDocument = {
  ...walkingBeam,
  scenarios: [
    walkingBeam.scenarios[0]!,
    { id: 'short', name: 'Short', length: '1 s', frameRate: 60, drivers: [] },
  ],
}

describe('the open mechanism', () => {
  it('is shown with its motion', async () => {
    const mechanism = await opened(walkingBeam)
    const run = useRunStore()
    expect(mechanism.document).toEqual(walkingBeam)
    expect([run.take!.frames, run.stale, run.problem]).toEqual([151, false, null])
    expect(mechanism.nameOf('crank')).toBe('Crank')
    expect(mechanism.nameOf('crank-shaft')).toBe('Crank shaft')
  })

  it('changes with an edit, goes back with undo to the same take, and on again with redo', async () => {
    const mechanism = await opened(walkingBeam)
    const run = useRunStore()
    const before = run.take
    expect(await mechanism.edit('Crank 34 mm', lengthen('34 mm'))).toEqual([])
    await solved()
    const after = run.take
    expect(after!.poses).not.toEqual(before!.poses)
    expect([mechanism.undoable!.name, useSavingStore().hasUnsaved()]).toEqual(['Crank 34 mm', true])
    await mechanism.undo()
    expect(mechanism.document).toEqual(walkingBeam)
    expect(run.take!.poses).toBe(before!.poses)
    await mechanism.redo()
    expect(run.take!.poses).toBe(after!.poses)
  })

  it('is settled when what was asked before is in the document', async () => {
    const mechanism = await opened(walkingBeam)
    void mechanism.edit('Crank 34 mm', lengthen('34 mm'))
    expect(mechanism.document).toEqual(walkingBeam)
    await mechanism.settled()
    expect(mechanism.undoable!.name).toBe('Crank 34 mm')
  })

  it('stays as it is when an edit is refused, with the reasons', async () => {
    const mechanism = await opened(walkingBeam)
    const run = useRunStore()
    const take = run.take
    const refused = await mechanism.edit('Crank 500 mm', lengthen('500 mm'))
    expect(refused[0]!.code).toBe('cannot-assemble')
    expect(mechanism.document).toEqual(walkingBeam)
    expect([run.take, run.stale, mechanism.undoable]).toEqual([take, false, null])
  })

  it('that was stored broken is shown with what is wrong, and can be mended', async () => {
    const broken = structuredClone(walkingBeam) as MechanismDocument
    lengthen('500 mm')(broken)
    const mechanism = useMechanismStore()
    await mechanism.open(broken)
    expect(mechanism.problems[0]!.code).toBe('cannot-assemble')
    expect(useRunStore().document).toEqual(broken)
    expect(await mechanism.edit('Crank 30 mm', lengthen('30 mm'))).toEqual([])
    expect(mechanism.problems).toEqual([])
    await solved()
    expect(useRunStore().take!.frames).toBe(151)
  })

  it('shows the scenario that is chosen, and solves each once', async () => {
    const mechanism = await opened(twice)
    const run = useRunStore()
    const steady = run.take!.poses
    await mechanism.chooseScenario('short')
    await solved()
    expect([mechanism.scenario!.name, run.take!.frames]).toEqual(['Short', 61])
    await mechanism.chooseScenario(walkingBeam.scenarios[0]!.id)
    expect(run.take!.poses).toBe(steady)
  })

  it('compares with another scenario until that is the one shown', async () => {
    const mechanism = await opened(twice)
    const run = useRunStore()
    mechanism.compareWith('short')
    await vi.waitFor(() => expect(run.compared?.frames).toBe(61))
    await mechanism.chooseScenario('short')
    expect([mechanism.comparedId, run.compared]).toEqual([null, null])
  })

  it('answers questions about the document as it is after the edits before them', async () => {
    const mechanism = await opened(walkingBeam)
    void mechanism.edit('No beam seat', (draft) => void (draft.joints[4]!.suspended = true))
    const findings = await mechanism.ask('advise', undefined)
    expect(findings.map(({ kind }) => kind)).toContain('suspended')
    await solved()
  })
})
