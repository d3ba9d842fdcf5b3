/** What is marked on the model: the glyphs of joints, picked and offered datums, what is selected. */
import { moved } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePickingStore } from '~/model/picking/picking'
import { useRunStore } from '~/model/run/run'
import { useSelectionStore } from '~/model/screen/selection'
import { useOverlaysStore } from '~/view/overlays'
import type { DatumMark } from '~/view/three/markers'
import type { Viewport } from '~/view/three/viewport'
import { glyphsShown, isCrowd } from './glyphs-shown'

export function useMarks(view: Ref<Viewport | null>) {
  const run = useRunStore()
  const mechanism = useMechanismStore()
  const picking = usePickingStore()
  const selection = useSelectionStore()
  const overlays = useOverlaysStore()

  function showGlyphs() {
    const { report, document } = run
    const joints = report && document ? report.joints : []
    // the drivers of the document that is drawn, which can be older than the open one
    const shown = document?.scenarios.find(({ id }) => id === mechanism.scenario?.id) ?? mechanism.scenario
    const glyphs = glyphsShown(joints, shown?.drivers ?? [], (id) => selection.is('joint', id))
    view.value?.setJoints(glyphs, isCrowd(joints))
  }

  function showSelection() {
    const ids = (kind: string) => new Set(selection.all.filter((s) => s.kind === kind).map(({ id }) => id))
    const bodies = ids('body')
    for (const group of ids('group')) for (const body of mechanism.bodiesIn(group)) bodies.add(body)
    if (run.report && isCrowd(run.report.joints)) showGlyphs()
    view.value?.select(bodies, ids('joint'))
  }

  /** The datum that is selected, or those of the body that is. */
  function ownMarks(): DatumMark[] {
    const { selected } = selection
    if (selected?.kind !== 'body' && selected?.kind !== 'datum') return []
    return picking.named.flatMap(({ pick, frame }) => {
      const isShown =
        pick.on !== undefined && (selected.kind === 'body' ? pick.body : pick.on) === selected.id
      const role = selected.kind === 'datum' ? ('picked' as const) : ('offered' as const)
      return isShown ? [{ body: pick.body, frame, role }] : []
    })
  }

  function showMarks() {
    const { picked, offered } = picking
    view.value?.setDatums([
      ...ownMarks(),
      ...picked.map(({ pick, frame }) => ({ body: pick.body, frame, role: 'picked' as const })),
      ...(offered ? [{ body: offered.pick.body, frame: offered.frame, role: 'offered' as const }] : []),
      ...overlays.grips.map(({ body, point }) => ({
        body,
        frame: moved([...point]),
        role: 'picked' as const,
      })),
    ])
  }

  watch(() => selection.all, showSelection)
  watch(
    [
      () => selection.selected,
      () => mechanism.document,
      () => picking.picked,
      () => picking.offered,
      () => overlays.grips,
    ],
    showMarks,
  )
  return { showGlyphs, showMarks }
}
