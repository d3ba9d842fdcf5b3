/** What keys and the palette do, on an open mechanism with the real solver. */
import { describe, expect, it } from 'vitest'
import { liftedBeam } from '~/testing/documents'
import { opened, solved } from '~/testing/opened'
import { useTimingStore } from '~/timing/timing'
import { usePathMakerStore } from '~/drive/paths/path-maker'
import { usePlaybackStore } from '~/model/pose/playback'
import { usePickingStore } from '~/model/picking/picking'
import { usePanelsStore } from '~/model/screen/panels'
import { useSelectionStore } from '~/model/screen/selection'
import { useStageStore } from '~/model/screen/stage'
import { useVisibilityStore } from '~/model/screen/visibility'
import { useViewportStore } from '~/view/view-options'
import { action } from './action'
import { useActions } from './useActions'

const grouped = {
  ...liftedBeam([
    { id: 'up', start: '0.2 s', by: '60 deg' },
    { id: 'down', by: '-60 deg' },
  ]),
  groups: [{ id: 'linkage', name: 'Linkage', kind: 'moving' as const, members: ['coupler', 'rocker'] }],
}

async function set() {
  const mechanism = await opened(grouped)
  let fitted = 0
  const actions = useActions(
    () => [0, 0, 0, 0.1, 0.1, 0.1],
    () => [action('fit', 'Fit the model into the view', 'V A', () => fitted++)],
  )
  const find = (id: string) => {
    const found = actions.value.find((one) => one.id === id)
    if (!found) throw new Error(`There is no action ${id}.`)
    return found
  }
  return {
    mechanism,
    actions,
    find,
    run: async (id: string) => {
      if (!find(id).enabled) throw new Error(`${id} cannot be done now.`)
      await find(id).run()
    },
    selection: useSelectionStore(),
    timing: useTimingStore(),
    fitted: () => fitted,
  }
}

describe('actions', () => {
  it('have names, and no two that can be done have the same keys', async () => {
    const { actions, selection } = await set()
    selection.select('body', 'crank')
    const keys = actions.value.flatMap(({ enabled, keys: own }) => (enabled && own ? [own] : []))
    expect(new Set(keys).size).toBe(keys.length)
    expect(actions.value.every(({ name }) => name.length > 0)).toBe(true)
    const ids = actions.value.map(({ id }) => id)
    expect(new Set(ids).size).toBe(ids.length)
  })

  it('undo and redo by the name of the edit', async () => {
    const { mechanism, find, run } = await set()
    expect(find('undo').enabled).toBe(false)
    await mechanism.edit('Rename Beam', (draft) => void (draft.bodies[4]!.name = 'Walking beam'))
    expect(find('undo').name).toBe('Undo: Rename Beam')
    await run('undo')
    expect([mechanism.document!.bodies[4]!.name, find('redo').name]).toEqual(['Beam', 'Redo: Rename Beam'])
    await run('redo')
    expect(mechanism.document!.bodies[4]!.name).toBe('Walking beam')
  })

  it('go to stages, play, mark, and open panels', async () => {
    const { run, fitted } = await set()
    const [stage, panels, playback] = [useStageStore(), usePanelsStore(), usePlaybackStore()]
    await run('connect')
    expect(stage.stage).toBe('connect')
    await run('desk')
    expect([stage.stage, panels.desk]).toEqual(['drive', true])
    await run('play')
    expect(playback.playing).toBe(true)
    await run('play')
    playback.seek(0.5)
    await run('mark-start')
    expect(playback.marks![0]).toBeCloseTo(0.5, 9)
    await run('mobility')
    expect(panels.mobility).toBe(true)
    await run('fit')
    expect(fitted()).toBe(1)
  })

  it('copy bodies beside themselves and select the copies, groups as groups', async () => {
    const { mechanism, run, selection } = await set()
    const before = mechanism.document!.bodies.length
    selection.select('group', 'linkage')
    await run('copy')
    await run('paste')
    expect(mechanism.document!.bodies).toHaveLength(before + 2)
    expect(selection.selected!.kind).toBe('group')
    expect(mechanism.undoable!.name).toBe('Paste Linkage')
    await run('dissolve')
    expect(mechanism.document!.groups!.map(({ id }) => id)).toEqual(['linkage'])
    await solved()
  })

  it('remove what is selected with what hangs on it, as one edit', async () => {
    const { mechanism, run, selection } = await set()
    selection.select('body', 'beam')
    await run('remove')
    expect(mechanism.document!.joints.map(({ id }) => id)).not.toContain('beam-seat')
    expect(selection.all).toEqual([])
    await run('undo')
    expect(mechanism.document).toEqual(grouped)
    await solved()
  })

  it('act on the chart while something is chosen there, else on the model', async () => {
    const { mechanism, find, run, selection, timing } = await set()
    selection.select('body', 'beam')
    expect(find('remove').name).toBe('Delete what is selected')
    timing.chosen = 'up'
    expect(find('remove').name).toBe('Delete the chosen moves and cues')
    await run('remove')
    expect(mechanism.document!.scenarios[0]!.drivers).toMatchObject([{ moves: [{ id: 'down' }] }])
    expect(mechanism.document!.bodies).toHaveLength(5)
    await run('undo')
    timing.chosen = 'up'
    await run('copy')
    usePlaybackStore().seek(1.5)
    await run('paste')
    expect(mechanism.document!.scenarios[0]!.drivers[0]).toMatchObject({ moves: [{}, {}, {}] })
    await solved()
  })

  it('hide, see through, isolate and show again', async () => {
    const { run, find, selection } = await set()
    const visibility = useVisibilityStore()
    visibility.begin('actions')
    selection.select('group', 'linkage')
    await run('hide')
    expect([...visibility.showing.keys()].sort()).toEqual(['coupler', 'rocker'])
    await run('show-all')
    await run('open-group')
    expect(visibility.open).toBe('linkage')
    expect(find('show-all').enabled).toBe(true)
    selection.clear()
    expect([find('hide').enabled, find('copy').enabled, find('open-group').enabled]).toEqual([
      false,
      false,
      false,
    ])
  })

  it('let go of one thing at a time, the innermost first', async () => {
    const { run, selection, timing } = await set()
    const [panels, picking, path, view] = [
      usePanelsStore(),
      usePickingStore(),
      usePathMakerStore(),
      useViewportStore(),
    ]
    selection.select('body', 'crank')
    timing.chosen = 'up'
    view.handles = 'move'
    path.begin()
    path.drawing = true
    panels.palette = true
    const open = () => [
      panels.palette,
      picking.wanted !== null,
      path.drawing,
      path.open !== null,
      view.handles !== null,
      timing.chosen !== null,
      selection.selected !== null,
    ]
    for (let left = 7; left > 0; left--) {
      expect(open().filter(Boolean)).toHaveLength(left)
      await run('escape')
    }
    expect(open().some(Boolean)).toBe(false)
  })
})
