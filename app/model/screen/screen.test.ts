/** What is selected, what is hidden, and how much of each body is seen at the playhead. */
import { describe, expect, it } from 'vitest'
import type { MechanismDocument } from '@ligamen/core'
import { walkingBeam } from '~~/shared/starting-points/walking-beam'
import { opened } from '~/testing/opened'
import { usePlaybackStore } from '../pose/playback'
import { useSceneStore } from './scene'
import { useSelectionStore } from './selection'
import { stageFor, useStageStore } from './stage'
import { useVisibilityStore } from './visibility'

const grouped: MechanismDocument = {
  ...walkingBeam,
  groups: [{ id: 'linkage', name: 'Linkage', kind: 'moving', members: ['crank', 'coupler', 'rocker'] }],
  scenarios: [
    {
      ...walkingBeam.scenarios[0]!,
      cues: [
        { id: 'gone', kind: 'hide', bodies: ['beam'], start: '1 s' },
        { id: 'back', kind: 'fade', bodies: ['beam'], opacity: 0.5, start: '1.5 s', duration: '0.5 s' },
      ],
    },
  ],
}

describe('what is selected', () => {
  it('is one thing, or several with the last one to be shown', () => {
    const selection = useSelectionStore()
    selection.select('body', 'crank')
    selection.toggle('joint', 'crank-pin')
    expect([selection.selected, selection.is('body', 'crank')]).toEqual([
      { kind: 'joint', id: 'crank-pin' },
      true,
    ])
    expect(selection.members).toEqual(['crank'])
    selection.toggle('joint', 'crank-pin')
    expect(selection.selected).toEqual({ kind: 'body', id: 'crank' })
    selection.select('group', 'linkage')
    expect(selection.all).toHaveLength(1)
    selection.clear()
    expect(selection.selected).toBeNull()
  })

  it('loses what is gone alone', () => {
    const selection = useSelectionStore()
    selection.selectAll([
      { kind: 'body', id: 'crank' },
      { kind: 'joint', id: 'crank-pin' },
    ])
    selection.drop(['crank', 'rocker'])
    expect(selection.all).toEqual([{ kind: 'joint', id: 'crank-pin' }])
  })

  it('tells things of different kinds with one id apart', () => {
    const selection = useSelectionStore()
    selection.select('body', 'x')
    expect(selection.is('joint', 'x')).toBe(false)
  })
})

describe('what is hidden', () => {
  const names = () => Object.fromEntries(useVisibilityStore().showing)

  it('is hidden, seen through, and shown again by the same', async () => {
    await opened(grouped)
    const visibility = useVisibilityStore()
    visibility.begin('hidden')
    visibility.hide(['crank', 'beam'])
    visibility.seeThrough(['rocker'])
    expect(names()).toEqual({ crank: 'hidden', beam: 'hidden', rocker: 'faint' })
    visibility.hide(['beam'])
    expect(names()).toEqual({ crank: 'hidden', rocker: 'faint' })
    visibility.showAll()
    expect([names(), visibility.anythingAway]).toEqual([{}, false])
  })

  it('is all but what is isolated, or the inside of an opened group', async () => {
    await opened(grouped)
    const visibility = useVisibilityStore()
    visibility.begin('alone')
    visibility.isolate(['crank'])
    expect(Object.keys(names()).sort()).toEqual(['beam', 'coupler', 'frame', 'rocker'])
    visibility.isolate(null)
    visibility.openGroup('linkage')
    expect(Object.keys(names()).sort()).toEqual(['beam', 'frame'])
    // a group that is gone hides nothing
    visibility.openGroup('no such group')
    expect(names()).toEqual({})
  })

  it('belongs to its mechanism', async () => {
    await opened(grouped)
    const visibility = useVisibilityStore()
    visibility.begin('one')
    visibility.hide(['crank'])
    visibility.begin('two')
    expect(names()).toEqual({})
    visibility.begin('one')
    expect(names()).toEqual({ crank: 'hidden' })
  })
})

describe('how much is seen', () => {
  it('follows the cues at the playhead in Drive, and what somebody hid all the time', async () => {
    await opened(grouped)
    const scene = useSceneStore()
    const playback = usePlaybackStore()
    const visibility = useVisibilityStore()
    visibility.begin('scene')
    const at = (time: number) => {
      playback.seek(time)
      return Object.fromEntries(scene.showing)
    }
    expect(at(0.5)).toEqual({})
    expect(at(1.2)).toEqual({ beam: 0 })
    expect(at(1.75)).toEqual({ beam: 0.25 })
    expect(at(2.4)).toEqual({ beam: 0.5 })
    visibility.hide(['beam'])
    visibility.seeThrough(['crank'])
    expect(at(0.5)).toEqual({ beam: 0, crank: 0.22 })
    visibility.showAll()
    useStageStore().go('build')
    expect(at(1.2)).toEqual({})
  })
})

describe('the stage of a mechanism', () => {
  it('is where work on it goes on', () => {
    expect(stageFor(walkingBeam)).toBe('drive')
    expect(stageFor({ ...walkingBeam, scenarios: [] })).toBe('connect')
    expect(stageFor({ ...walkingBeam, scenarios: [], bodies: [] })).toBe('build')
    expect(stageFor(null)).toBe('build')
    const [run] = walkingBeam.scenarios
    const free = { ...run!, drivers: [], mode: 'free' as const }
    expect(stageFor({ ...walkingBeam, scenarios: [free] })).toBe('drive')
  })

  it('is where it opens, unless somebody has gone elsewhere meanwhile', () => {
    const stage = useStageStore()
    stage.begin()
    stage.enter('connect')
    expect(stage.stage).toBe('connect')
    stage.begin()
    stage.go('prove')
    stage.enter('drive')
    expect(stage.stage).toBe('prove')
  })
})
