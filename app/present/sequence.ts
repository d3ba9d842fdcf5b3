/** The shots of the scenario with their times, which one is seen, and from where the playhead looks through it. */
import { cameraAt, resolvePlaces, shotAt, shotProblems, TakeScene, timedShots } from '@ligamen/core'
import type { Camera, Problem, TimedShot } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlaybackStore } from '~/model/pose/playback'
import { usePoseStore } from '~/model/pose/pose'
import { usePlanStore } from '~/model/run/plan'
import { useRunStore } from '~/model/run/run'
import { useStageStore } from '~/model/screen/stage'
import { aspectOf } from '~/view/three/shot-camera'

export const useSequenceStore = defineStore('sequence', () => {
  const mechanism = useMechanismStore()
  const playback = usePlaybackStore()
  const pose = usePoseStore()
  const plan = usePlanStore()
  const run = useRunStore()
  const stage = useStageStore()
  /** Whether the playhead looks through the shots; else the person at the screen sees what they choose to see. */
  const through = ref(true)

  const all = computed(() => mechanism.scenario?.shots ?? [])
  const shots = computed<readonly TimedShot[]>(() => timedShots(all.value, plan.itemOf))
  const faults = computed<readonly Problem[]>(() => shotProblems(all.value, shots.value, plan.length))
  const time = computed(() => (playback.playing ? playback.time : playback.shown))
  const now = computed(() => shotAt(shots.value, time.value))

  /** Where things are, of the document that is drawn. */
  const scene = computed(() => {
    const places = run.document && resolvePlaces(run.document)
    return places?.ok ? new TakeScene(places.value) : null
  })
  /** Where things are at the playhead; null before anything is solved. */
  function sceneNow(): TakeScene | null {
    return scene.value && pose.shown ? scene.value.goTo(pose.shown) : null
  }
  const camera = computed<Camera | null>(() => {
    const here = stage.stage === 'present' && shots.value.length > 0 ? sceneNow() : null
    return here && cameraAt(shots.value, time.value, here)
  })

  return {
    through,
    all,
    shots,
    faults,
    time,
    now,
    camera,
    sceneNow,
    /** Whether the view is that of a shot. */
    looksThrough: computed(() => through.value && camera.value !== null),
    /** Width over height of the picture; null for all of the view. */
    aspect: computed(() => aspectOf(mechanism.scenario?.picture?.frame)),
  }
})
