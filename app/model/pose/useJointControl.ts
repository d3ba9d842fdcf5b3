/** Putting joints where somebody wants them: one position by number or slider, a pose, home. */
import type { CoordinateValue, Problem } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlaybackStore } from '~/model/pose/playback'
import { usePoseStore } from '~/model/pose/pose'
import { useRunStore } from '~/model/run/run'

export function useJointControl() {
  const mechanism = useMechanismStore()
  const run = useRunStore()
  const playback = usePlaybackStore()
  const pose = usePoseStore()
  let busy = false
  let next: readonly CoordinateValue[] | null = null

  /** What is on screen is where a motion by hand starts from, a frame of the take included. */
  async function startHere() {
    const { take } = run
    if (pose.source !== 'take' || !take) return
    const at = playback.frame * take.coordinateChannels.length
    const values = take.coordinateChannels.flatMap(({ coordinate }, c) =>
      coordinate ? [{ ...coordinate, value: take.coordinates[at + c]! }] : [],
    )
    run.stand(await mechanism.ask('stand', values))
  }

  /** Goes there by a feasible path, which is shown. Returns why it does not get there. */
  async function goTo(values: readonly CoordinateValue[], show: boolean): Promise<readonly Problem[]> {
    if (playback.playing) playback.pause()
    await startHere()
    const gone = await mechanism.ask('goTo', values)
    if (!gone.ok) return gone.problems
    run.stand(gone.value.standing)
    pose.byHand = true
    if (show) pose.show(gone.value.clip, false)
    return []
  }

  /** As a slider is pulled: only the newest value counts, and what cannot be reached is passed over. */
  async function follow(
    values: readonly CoordinateValue[],
    told: (refused: readonly Problem[]) => void = () => undefined,
  ) {
    next = values
    if (busy) return
    busy = true
    while (next) {
      const wanted = next
      next = null
      told(await goTo(wanted, false))
    }
    busy = false
  }

  /** Brings a point of a body, in its frame, to a place in ground. Returns why it does not get there. */
  async function reach(
    body: string,
    point: readonly [number, number, number],
    target: readonly [number, number, number],
  ): Promise<readonly Problem[]> {
    if (playback.playing) playback.pause()
    await startHere()
    const reached = await mechanism.ask('reach', { body, point, target })
    if (!reached.ok) return reached.problems
    run.stand(reached.value)
    pose.byHand = true
    return []
  }

  async function home() {
    if (playback.playing) playback.pause()
    await mechanism.ask('home', undefined)
    run.stand(null)
    pose.byHand = true
    pose.endPreview()
  }

  return { goTo, follow, reach, startHere, home }
}
