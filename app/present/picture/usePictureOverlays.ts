/** Hands the view the shot that is looked through, and what cues make of the picture, while the Present stage is open. */
import { frameAt, tracedDatums } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { useRunStore } from '~/model/run/run'
import { useSceneStore } from '~/model/screen/scene'
import { useStageStore } from '~/model/screen/stage'
import { useOverlaysStore } from '~/view/overlays'
import { BACKDROPS } from '~/view/three/palette'
import { trailOf } from '~/view/trails'
import { useSequenceStore } from '../sequence'

const NO_TRAILS: readonly Float32Array[] = []

export function usePictureOverlays(): void {
  const overlays = useOverlaysStore()
  const sequence = useSequenceStore()
  const scene = useSceneStore()
  const stage = useStageStore()
  const run = useRunStore()
  const mechanism = useMechanismStore()

  const traced = computed(() => (scene.seen ? tracedDatums(scene.seen).join() : ''))
  /** Over the whole take, for as long as the same datums are traced. */
  const whole = computed(() => {
    const { take, report } = run
    if (!take || !report || traced.value === '') return NO_TRAILS
    const datums = traced.value.split(',')
    return report.datums
      .filter(({ datum }) => datums.includes(datum))
      .map(({ body, point }) => trailOf(take, body, point))
  })

  const background = computed(() => BACKDROPS[mechanism.scenario?.picture?.background ?? ''] ?? null)

  overlays.lay({
    shot: () =>
      sequence.looksThrough && sequence.camera
        ? { camera: sequence.camera, aspect: sequence.aspect, background: background.value }
        : null,
    leaveShot: () => (sequence.through = false),
    picture: () => (stage.stage === 'present' ? scene.seen : null),
    trails: () => {
      const { take } = run
      if (stage.stage !== 'present' || !take || whole.value.length === 0) return NO_TRAILS
      const share = (frameAt(take, sequence.time) + 1) / take.frames
      return whole.value.map((trail) => trail.subarray(0, 3 * Math.ceil((share * trail.length) / 3)))
    },
  })
}
