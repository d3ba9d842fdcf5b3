/** What makes and places bodies: the part kit, placing, files, overlaps, the cutting plane. */
import { shapeKinds, shapeType } from '@ligamen/core'
import { DATUM_WAYS } from '~/build/datums/datum-draft'
import type { DatumWay } from '~/build/datums/datum-draft'
import { useDatumMakerStore } from '~/build/datums/datum-maker'
import { useExchangeStore } from '~/model/files/exchange'
import { useOverlapsStore } from '~/build/overlaps/overlaps'
import { placeBeside } from '~/build/parts/free-place'
import { usePartMakerStore } from '~/build/parts/part-maker'
import { useShapeToolsStore } from '~/build/shapes/shape-tools'
import { PLACING_AXES, usePlacingToolsStore } from '~/build/placing-tools'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePanelsStore } from '~/model/screen/panels'
import type { BuildTab } from '~/model/screen/panels'
import { useSelectionStore } from '~/model/screen/selection'
import { useStageStore } from '~/model/screen/stage'
import { useSectionStore } from '~/view/section'
import { outFormats } from '~/workers/exchange/out/registry'
import { action } from './action'
import type { Action, Bounds } from './action'

export function useBuildActions(bounds: Bounds) {
  const mechanism = useMechanismStore()
  const stage = useStageStore()
  const panels = usePanelsStore()
  const maker = usePartMakerStore()
  const isFull = computed(() => (mechanism.document?.bodies.length ?? 0) > 0)

  function open(tab: BuildTab) {
    stage.go('build')
    panels.build = tab
  }
  function part(kind: string) {
    open('parts')
    maker.begin(kind, isFull.value ? placeBeside(bounds()) : [0, 0, 0])
  }
  const placed = usePlacedActions(open, isFull)
  const files = useFileActions(open, isFull)

  return computed<readonly Action[]>(() => [
    action('kit', 'Part kit', 'B K', () => open('parts')),
    ...placed.value,
    ...files.value,
    ...shapeKinds
      .filter((kind) => kind !== 'imported')
      .map((kind) =>
        action(`part-${kind}`, `New ${shapeType(kind)!.noun.toLowerCase()}`, undefined, () => part(kind)),
      ),
  ])
}

function usePlacedActions(open: (tab: BuildTab) => void, isFull: Ref<boolean>) {
  const selection = useSelectionStore()
  const placing = usePlacingToolsStore()
  const shapes = useShapeToolsStore()
  const datums = useDatumMakerStore()
  function datum(way: DatumWay) {
    open('datums')
    datums.way = way
  }
  return computed<readonly Action[]>(() => {
    const some = selection.members.length > 0
    return [
      action('datum', 'New datum on a body', 'B D', () => open('datums'), isFull.value),
      ...Object.entries(DATUM_WAYS).map(([way, words]) =>
        action(`datum-${way}`, `New datum: ${words}`, undefined, () => datum(way as DatumWay), isFull.value),
      ),
      action('place', 'Place exactly: move, turn, copy in rows', 'B P', () => open('place'), some),
      ...PLACING_AXES.map((axis) => {
        const name = `Mirror what is selected across ${axis}`
        return action(`mirror-${axis}`, name, undefined, () => placing.mirror(axis), some)
      }),
      action('one-body', 'Make one body of what is selected', undefined, shapes.makeOne, shapes.isPossible),
      action('cut-out', 'Cut out of what was selected first', undefined, shapes.cut, shapes.isPossible),
      action('rigid', 'Bind what is selected as rigid', 'B R', () => placing.group('rigid'), some),
      action(
        'gather',
        'Gather what is selected as a moving group',
        'B G',
        () => placing.group('moving'),
        some,
      ),
    ]
  })
}

function useFileActions(open: (tab: BuildTab) => void, isFull: Ref<boolean>) {
  const exchange = useExchangeStore()
  const overlaps = useOverlapsStore()
  const section = useSectionStore()
  function write(kind: string) {
    open('files')
    exchange.write(kind)
  }
  function look() {
    open('overlaps')
    void overlaps.look()
  }
  return computed<readonly Action[]>(() => [
    action('files', 'Bring files in', 'B F', () => open('files')),
    ...outFormats.map(({ kind, name }) => {
      const what = kind === 'document' ? 'the mechanism' : name
      return action(`write-${kind}`, `Write ${what} to a file`, undefined, () => write(kind), isFull.value)
    }),
    action('overlaps', 'Look for overlaps', 'B O', look, isFull.value),
    ...PLACING_AXES.map((axis) =>
      action(
        `cut-${axis}`,
        `Cut the view across ${axis}`,
        undefined,
        () => (section.across = axis),
        isFull.value,
      ),
    ),
    action('cut-none', 'No cut', undefined, () => (section.across = null), section.across !== null),
  ])
}
