/** Keeps the view in step with the shot that is looked through, and with what cues make of the picture. */
import { useOverlaysStore } from './overlays'
import { useSectionStore } from './section'
import type { Viewport } from './three/viewport'

/** Nothing is coloured or drawn apart. */
const AS_IT_IS = { colours: new Map(), offsets: new Map() }

export function usePicture(view: Ref<Viewport | null>, showPose: () => void) {
  const overlays = useOverlaysStore()
  const section = useSectionStore()

  /** The cut of the person at the screen comes before that of a cue. */
  const showSection = () => view.value?.setSection(section.plane ?? overlays.picture?.section ?? null)

  watch([view, () => overlays.shot], () => view.value?.setShot(overlays.shot))
  watch([view, () => overlays.trails], ([, trails], before) => {
    if (trails.length > 0 || before?.[1]?.length) view.value?.setPictureTrails(trails)
  })
  watch(view, (now) => {
    if (now) now.onLeft = () => overlays.leaveShot()
  })
  watch(
    () => overlays.picture,
    (picture, before) => {
      if (!picture && !before) return
      view.value?.setSeen(picture ?? AS_IT_IS)
      showPose()
    },
  )
  watch([() => section.plane, () => overlays.picture?.section], showSection)
  return showSection
}
