/** Hands the view the shot that is looked through, and what cues make of the picture, while the Present stage is open. */
import { useSceneStore } from '~/model/screen/scene'
import { useStageStore } from '~/model/screen/stage'
import { useOverlaysStore } from '~/view/overlays'
import { useSequenceStore } from '../sequence'

export function usePictureOverlays(): void {
  const overlays = useOverlaysStore()
  const sequence = useSequenceStore()
  const scene = useSceneStore()
  const stage = useStageStore()

  overlays.lay({
    shot: () =>
      sequence.looksThrough && sequence.camera ? { camera: sequence.camera, aspect: sequence.aspect } : null,
    leaveShot: () => (sequence.through = false),
    picture: () => (stage.stage === 'present' ? scene.seen : null),
  })
}
