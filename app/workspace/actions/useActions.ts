/** Everything that can be done by a key or from the command palette, by name. */
import { copyTo, dissolve, moved, removalOf, shapeKinds, shapeType } from '@ligamen/core'
import { outFormats } from '~/workers/exchange/out/registry'
import { usePlacing } from '../../model/pose/usePlacing'
import { useJointControl } from '../../model/pose/useJointControl'
import { useScenarioEdits } from '../../drive/scenario/useScenarioEdits'
import { placeBeside } from '~/build/parts/free-place'
import { useExchangeStore } from '~/build/files/exchange'
import { useHistoryStore } from '~/model/document/history'
import { useJointMakerStore } from '~/connect/joints/joint-maker'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePanelsStore } from '~/model/screen/panels'
import { usePartMakerStore } from '~/build/parts/part-maker'
import { usePathMakerStore } from '~/drive/paths/path-maker'
import { usePickingStore } from '~/model/picking/picking'
import { usePlaybackStore } from '~/model/pose/playback'
import { useRunStore } from '~/model/run/run'
import { useSelectionStore } from '~/model/screen/selection'
import type { Selected } from '~/model/screen/selection'
import { useStageStore } from '~/model/screen/stage'
import { useTimingStore } from '~/drive/chart/timing'
import { useViewportStore } from '~/view/view-options'
import { useVisibilityStore } from '~/model/screen/visibility'

export interface Action {
  readonly id: string
  readonly name: string
  /** As people read it: “Ctrl+K”, “Space”. */
  readonly keys?: string
  readonly enabled: boolean
  readonly run: () => unknown
}

type Bounds = (ids?: readonly string[]) => [number, number, number, number, number, number] | null

export function useActions(bounds: Bounds, fit: () => void) {
  const mechanism = useMechanismStore()
  const history = useHistoryStore()
  const selection = useSelectionStore()
  const visibility = useVisibilityStore()
  const stage = useStageStore()
  const panels = usePanelsStore()
  const playback = usePlaybackStore()
  const picking = usePickingStore()
  const makers = { part: usePartMakerStore(), joint: useJointMakerStore(), path: usePathMakerStore() }
  const exchange = useExchangeStore()
  const viewport = useViewportStore()
  const run = useRunStore()
  const timing = useTimingStore()
  const edits = useScenarioEdits()
  const { frames, bodies } = usePlacing()
  const { home } = useJointControl()
  /** What was copied, to be pasted. */
  const clipboard = shallowRef<readonly string[]>([])

  async function paste() {
    const box = bounds(clipboard.value.flatMap((id) => mechanism.bodiesIn(id)))
    const width = box ? 1.2 * (box[3] - box[0]) : 0.04
    let made: readonly string[] = []
    const refused = await mechanism.edit(
      `Paste ${clipboard.value.map((id) => mechanism.nameOf(id)).join(', ')}`,
      (draft) => {
        const copied = copyTo(draft, frames.value, clipboard.value, [moved([width, 0, 0])])
        made = copied.ids
        return copied.document
      },
      { home: true },
    )
    if (refused.length > 0) return
    const groups = new Set(mechanism.document?.groups?.map(({ id }) => id))
    selection.selectAll(made.map((id): Selected => ({ kind: groups.has(id) ? 'group' : 'body', id })))
  }

  async function remove() {
    const ids = selection.all.map(({ id }) => id)
    const names = ids.map((id) => mechanism.nameOf(id)).join(', ')
    const refused = await mechanism.edit(`Take away ${names}`, (draft) => removalOf(draft, ids).document)
    if (refused.length === 0) selection.clear()
  }

  function escape() {
    if (panels.palette) panels.palette = false
    else if (picking.wanted) picking.stop()
    else if (makers.path.drawing) makers.path.drawing = false
    else if (makers.path.open) makers.path.end()
    else if (makers.part.part) makers.part.cancel()
    else if (viewport.handles) viewport.handles = null
    else if (timing.allChosen.length > 0) timing.chosen = null
    else selection.clear()
  }

  const make = (kind: string) => {
    stage.go('build')
    makers.part.begin(kind, mechanism.document?.bodies.length ? placeBeside(bounds()) : [0, 0, 0])
  }

  const actions = computed<readonly Action[]>(() => {
    const some = selection.members.length > 0
    const any = selection.all.length > 0
    const full = (mechanism.document?.bodies.length ?? 0) > 0
    // what is chosen in the timing chart comes before what is selected in the model
    const inChart = stage.stage === 'drive' && mechanism.scenario !== null && timing.allChosen.length > 0
    const group = selection.selected?.kind === 'group' ? selection.selected.id : null
    const always = (
      id: string,
      name: string,
      keys: string | undefined,
      act: () => unknown,
      enabled = true,
    ) => ({
      id,
      name,
      keys,
      enabled,
      run: act,
    })
    return [
      always('palette', 'Show all actions', 'Ctrl+K', () => (panels.palette = !panels.palette)),
      always(
        'undo',
        history.undoable ? `Undo: ${history.undoable.name}` : 'Undo',
        'Ctrl+Z',
        mechanism.undo,
        !!history.undoable,
      ),
      always(
        'redo',
        history.redoable ? `Redo: ${history.redoable.name}` : 'Redo',
        'Ctrl+Shift+Z',
        mechanism.redo,
        !!history.redoable,
      ),
      always('build', 'Go to Build', '1', () => stage.go('build')),
      always('connect', 'Go to Connect', '2', () => stage.go('connect')),
      always('drive', 'Go to Drive', '3', () => stage.go('drive')),
      always('play', playback.playing ? 'Pause' : 'Play', 'Space', playback.toggle, run.take !== null),
      always('mark-start', 'Play from here', '[', () => playback.mark('start'), run.take !== null),
      always('mark-end', 'Play up to here', ']', () => playback.mark('end'), run.take !== null),
      always(
        'desk',
        panels.desk ? 'Close the control desk' : 'Open the control desk',
        'D',
        () => {
          stage.go('drive')
          panels.desk = !panels.desk
        },
        full,
      ),
      always(
        'mobility',
        panels.mobility ? 'Close the mobility panel' : 'Show what is free and what is held',
        'M',
        () => (panels.mobility = !panels.mobility),
      ),
      always('home', 'Back to the home pose', 'Home', home, run.report !== null),
      always('fit', 'Fit the model into the view', 'F', fit),
      ...(inChart
        ? [
            always('copy', 'Copy the chosen moves and cues', 'Ctrl+C', () => edits.copy(timing.allChosen)),
            always(
              'paste',
              'Put the copied moves and cues at the playhead',
              'Ctrl+V',
              () => edits.paste(playback.shown),
              timing.copied.length > 0,
            ),
            always('remove', 'Take the chosen moves and cues away', 'Delete', () =>
              edits.takeAway('what is chosen', timing.allChosen),
            ),
          ]
        : [
            always(
              'copy',
              'Copy what is selected',
              'Ctrl+C',
              () => (clipboard.value = selection.members),
              some,
            ),
            always('paste', 'Paste', 'Ctrl+V', paste, clipboard.value.length > 0),
            always('remove', 'Take away what is selected', 'Delete', remove, any),
          ]),
      always('hide', 'Hide or show what is selected', 'H', () => visibility.hide(bodies.value), some),
      always('faint', 'See through what is selected', 'T', () => visibility.seeThrough(bodies.value), some),
      always('isolate', 'Show what is selected alone', 'I', () => visibility.isolate(bodies.value), some),
      always('show-all', 'Show everything', 'Shift+H', visibility.showAll, visibility.anythingAway),
      always('move', 'Move by handles', 'Shift+M', () => viewport.toggleHandles('move'), some),
      always('turn', 'Turn by handles', 'Shift+R', () => viewport.toggleHandles('turn'), some),
      always('open-group', 'Open the group', undefined, () => visibility.openGroup(group), group !== null),
      always(
        'dissolve',
        'Dissolve the group',
        undefined,
        () => mechanism.edit(`Dissolve ${mechanism.nameOf(group!)}`, (draft) => dissolve(draft, group!)),
        group !== null,
      ),
      always(
        'joint',
        'Pick a joint on the model',
        'J',
        () => {
          stage.go('connect')
          makers.joint.pick('first')
        },
        full,
      ),
      always('escape', 'Let go', 'Escape', escape),
      ...outFormats.map(({ kind, name }) =>
        always(
          `write-${kind}`,
          `Write ${kind === 'document' ? 'the mechanism' : name} to a file`,
          undefined,
          () => {
            stage.go('build')
            exchange.write(kind)
          },
          full,
        ),
      ),
      ...shapeKinds
        .filter((kind) => kind !== 'imported')
        .map((kind) =>
          always(`part-${kind}`, `New ${shapeType(kind)!.noun.toLowerCase()}`, undefined, () => make(kind)),
        ),
    ]
  })
  return actions
}
