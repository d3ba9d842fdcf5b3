/** The control desk and recording by hand, on an open mechanism with the real solver. */
import { describe, expect, it, vi } from 'vitest'
import type { DeskControl, MechanismDocument, Moves } from '@ligamen/core'
import { walkingBeam } from '~~/shared/starting-points/walking-beam'
import { opened, solved } from '~/testing/opened'
import { usePlaybackStore } from '~/model/pose/playback'
import { useJointControl } from '~/model/pose/useJointControl'
import { usePanelsStore } from '~/model/screen/panels'
import { useStageStore } from '~/model/screen/stage'
import { useDeskStore } from './desk'
import { useRecorderStore } from './recorder'
import { useDesk } from './useDesk'

const crank = { joint: 'crank-shaft', freedom: 'angle' }
const withDesk = (...desk: DeskControl[]): MechanismDocument => ({ ...walkingBeam, desk })

async function set(document: MechanismDocument = withDesk()) {
  const mechanism = await opened(document)
  useStageStore().go('drive')
  usePanelsStore().desk = true
  return { mechanism, desk: useDeskStore(), use: useDesk() }
}
const titles = (use: ReturnType<typeof useDesk>) => use.offered.value.map(({ title }) => title)

describe('the control desk', () => {
  it('offers every joint position and the datums of bodies that move, each once', async () => {
    const { use, mechanism } = await set()
    expect(titles(use)).toContain('Crank shaft')
    expect(titles(use)).toContain('Beam tip of Beam, as a point')
    expect(titles(use).some((title) => title.startsWith('Crank seat'))).toBe(false)
    const find = (title: string) => use.offered.value.find((one) => one.title === title)!.value
    await use.put(find('Crank shaft'))
    await use.put(find('Beam tip of Beam, as a point'))
    expect(mechanism.document!.desk).toEqual([crank, { datum: 'beam-tip' }])
    expect(mechanism.undoable!.name).toBe('Put Beam tip of Beam, as a point on the desk')
    expect(titles(use)).not.toContain('Crank shaft')
    expect(use.joints.value.map(({ reading }) => reading.channel.name)).toEqual(['Crank shaft'])
    expect(use.datums.value.map(({ index, grip }) => [index, grip.name])).toEqual([[1, 'Beam tip']])
  })

  it('takes controls off and shows them another way', async () => {
    const { use, mechanism } = await set(withDesk({ ...crank }, { datum: 'beam-tip' }))
    await use.showAs(0, 'Crank shaft', 'knob')
    expect(mechanism.document!.desk![0]).toEqual({ ...crank, as: 'knob' })
    await use.takeOff(0, 'Crank shaft')
    expect(mechanism.document!.desk).toEqual([{ datum: 'beam-tip' }])
  })

  it('shows its datums in the view only while it is open in Drive', async () => {
    const { desk } = await set(withDesk({ datum: 'beam-tip' }))
    expect(desk.grips).toHaveLength(1)
    useStageStore().go('connect')
    expect(desk.grips).toEqual([])
    useStageStore().go('drive')
    usePanelsStore().desk = false
    expect(desk.grips).toEqual([])
  })

  it('pulls a joint there, and says why not where it cannot go', async () => {
    const { use } = await set(withDesk({ ...crank }, { joint: 'rocker-pivot', freedom: 'angle' }))
    const [first, second] = use.joints.value
    use.pull(first!.reading, 2)
    await vi.waitFor(() => expect(first!.reading.value).toBeCloseTo(2, 9))
    use.pull(second!.reading, 40)
    await vi.waitFor(() => expect(use.refusal.value).not.toBe(''))
  })
})

describe('recording by hand', () => {
  it('makes lanes of what was moved, as one edit that can be undone', async () => {
    const free: MechanismDocument = {
      ...withDesk({ ...crank }),
      scenarios: [{ ...walkingBeam.scenarios[0]!, drivers: [] }],
    }
    const { mechanism } = await set(free)
    const recorder = useRecorderStore()
    const control = useJointControl()
    let now = 0
    const clock = vi.spyOn(performance, 'now').mockImplementation(() => now)
    try {
      await recorder.begin(control.startHere)
      expect(recorder.recording).toBe(true)
      const [start] = mechanism.document ? [useDesk().joints.value[0]!.reading.value] : [0]
      for (let k = 1; k <= 20; k++) {
        now += 50
        await control.goTo([{ ...crank, value: start! + 0.05 * k }], false)
        await nextTick()
      }
      recorder.tick()
      expect(recorder.elapsed).toBeCloseTo(1, 9)
      await recorder.stop()
    } finally {
      clock.mockRestore()
    }
    expect([recorder.recording, recorder.failed]).toEqual([false, false])
    expect(recorder.outcome).toMatch(/^\d+ moves? in the lanes of Crank shaft\.$/)
    const lane = mechanism.document!.scenarios[0]!.drivers[0] as Moves
    expect([lane.kind, lane.joint]).toEqual(['moves', 'crank-shaft'])
    expect(mechanism.undoable!.name).toBe('Record Crank shaft')
    await mechanism.undo()
    expect(mechanism.document).toEqual(free)
    await solved()
    expect(usePlaybackStore().shown).toBe(0)
  })

  it('ends without a result when the joints are changed meanwhile', async () => {
    const { mechanism } = await set(withDesk({ ...crank }))
    const recorder = useRecorderStore()
    await recorder.begin(useJointControl().startHere)
    await mechanism.edit('Free beam', (draft) => void (draft.joints[4]!.kind = 'revolute'))
    await solved()
    expect([recorder.recording, recorder.failed]).toEqual([false, true])
    expect(recorder.outcome).toContain('nothing of it was kept')
    await recorder.stop()
    expect(mechanism.undoable!.name).toBe('Free beam')
  })
})
