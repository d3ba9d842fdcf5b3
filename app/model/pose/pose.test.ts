/** Where bodies are on screen: the take at the playhead, what was put by hand, previews; and joints put somewhere. */
import { describe, expect, it } from 'vitest'
import { POSE } from '@ligamen/core'
import { walkingBeam } from '~~/shared/starting-points/walking-beam'
import { opened, solved } from '~/testing/opened'
import { useRunStore } from '../run/run'
import { useStageStore } from '../screen/stage'
import { usePlaybackStore } from './playback'
import { usePoseStore } from './pose'
import { useJointControl } from './useJointControl'
import { useReadings } from './useReadings'

async function set() {
  const mechanism = await opened(walkingBeam)
  return {
    mechanism,
    run: useRunStore(),
    pose: usePoseStore(),
    playback: usePlaybackStore(),
    stage: useStageStore(),
    control: useJointControl(),
    readings: useReadings(),
  }
}
const crank = { joint: 'crank-shaft', freedom: 'angle' }

describe('where the bodies are', () => {
  it('is the take at the playhead in Drive and in Prove, home in the other stages', async () => {
    const { run, pose, playback, stage } = await set()
    playback.seek(1)
    expect([pose.source, pose.shown!.at]).toEqual(['take', 60 * POSE * run.report!.bodies.length])
    stage.go('connect')
    expect([pose.source, pose.shown!.poses]).toEqual(['home', run.report!.poses])
    stage.go('prove')
    expect([pose.source, pose.shown!.at]).toEqual(['take', 60 * POSE * run.report!.bodies.length])
  })

  it('is between two frames while it plays', async () => {
    const { pose, playback } = await set()
    playback.toggle()
    playback.elapse(0.51 / 60)
    expect(pose.shown!.share).toBeCloseTo(0.51, 6)
    playback.pause()
    expect(pose.shown!.share).toBe(0)
  })

  it('is by hand after a joint was put somewhere, until the playhead moves', async () => {
    const { run, pose, playback, control, readings } = await set()
    playback.seek(1)
    const value = readings.value[0]!.value
    expect(await control.goTo([{ ...crank, value: value + 0.2 }], false)).toEqual([])
    expect([pose.source, readings.value[0]!.value]).toEqual(['standing', expect.closeTo(value + 0.2, 9)])
    // by hand nothing has a rate
    expect(readings.value[0]!.rate).toBeNull()
    playback.step(1)
    await nextTick()
    expect(pose.source).toBe('take')
    expect(readings.value[0]!.rate).toBeCloseTo(2 * Math.PI, 6)
    expect(run.standing).not.toBeNull()
  })

  it('is home again when that is wanted', async () => {
    const { run, pose, stage, control } = await set()
    stage.go('connect')
    await control.goTo([{ ...crank, value: 2 }], false)
    expect(pose.source).toBe('standing')
    await control.home()
    expect([pose.source, run.standing]).toEqual(['home', null])
  })

  it('starts a motion by hand from the frame on screen, and stays where it cannot go on', async () => {
    const { run, playback, control, readings } = await set()
    playback.seek(1.5)
    const value = readings.value[0]!.value
    await control.startHere()
    expect(run.standing!.coordinates[0]).toBeCloseTo(value, 9)
    const rocker = readings.value.find(({ joint }) => joint === 'rocker-pivot')!
    const refused = await control.goTo([{ joint: 'rocker-pivot', freedom: 'angle', value: 40 }], false)
    expect(refused).toHaveLength(1)
    expect(rocker.value).not.toBe(40)
  })

  it('shows the newest of what a slider asks for', async () => {
    const { run, control } = await set()
    await Promise.all([0.1, 0.2, 0.3].map((value) => control.follow([{ ...crank, value }])))
    expect(run.standing!.coordinates[0]).toBeCloseTo(0.3, 9)
  })

  it('brings a point to a place within reach, and says how short it stays of others', async () => {
    const { run, control } = await set()
    const at = run.report!.bodies.indexOf('crank') * POSE
    await control.goTo([{ ...crank, value: 2 }], false)
    const place = [0, 1, 2].map((k) => run.standing!.poses[at + k]!) as [number, number, number]
    expect(await control.reach('crank', [0, 0, 0], place)).toEqual([])
    const refused = await control.reach('crank', [0.03, 0, 0], [0, 0, 5])
    expect(refused[0]!.message).toMatch(/^That place is out of reach\. It would stay [\d.]+ mm short\.$/)
  })
})

describe('a preview', () => {
  it('goes before everything, and ends with the stage or an edit', async () => {
    const { mechanism, run, pose, stage } = await set()
    const clip = { frames: 2, interval: 0.1, poses: new Float64Array(2 * POSE * run.report!.bodies.length) }
    pose.show(clip, true)
    pose.previewFrame = 1
    expect([pose.source, pose.shown!.at]).toEqual(['preview', POSE * run.report!.bodies.length])
    stage.go('build')
    await nextTick()
    expect(pose.preview).toBeNull()
    pose.still(clip.poses)
    expect(pose.source).toBe('preview')
    await mechanism.edit('Rename', (draft) => void (draft.bodies[1]!.name = 'Arm'))
    await solved()
    expect(pose.preview).toBeNull()
  })
})

describe('playing', () => {
  it('starts over from the end, and stops there without looping', async () => {
    const { playback } = await set()
    playback.loop = false
    playback.seek(99)
    expect(playback.shown).toBeCloseTo(2.5, 9)
    playback.toggle()
    expect(playback.time).toBe(0)
    playback.elapse(10)
    expect([playback.playing, playback.shown]).toEqual([false, expect.closeTo(2.5, 9)])
  })

  it('keeps between its marks, and turns round there when it is told to', async () => {
    const { playback } = await set()
    playback.seek(1)
    playback.mark('start')
    playback.seek(2)
    playback.mark('end')
    playback.seek(0)
    playback.toggle()
    expect(playback.time).toBeCloseTo(1, 9)
    playback.thereAndBack = true
    playback.elapse(1.25)
    expect(playback.time).toBeCloseTo(2, 9)
    playback.elapse(0.25)
    expect(playback.time).toBeCloseTo(1.75, 9)
    playback.unmark()
    expect(playback.marks).toBeNull()
  })

  it('goes back into a motion that became shorter', async () => {
    const { mechanism, playback } = await set()
    playback.seek(2.4)
    await mechanism.edit('Shorter', (draft) => void (draft.scenarios[0]!.length = '1 s'))
    await solved()
    expect(playback.time).toBeCloseTo(1, 9)
  })
})
