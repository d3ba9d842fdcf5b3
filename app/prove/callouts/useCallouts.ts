/**
 * What is written into the view: the pair of bodies that is looked at with its clearance, while the playhead is where they
 * are nearest, and the probes that are to be read beside what they measure.
 */
import { frameAt, originOf } from '@ligamen/core'
import type { Probe } from '@ligamen/core'
import { display, seconds } from '~/fields/display'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlaybackStore } from '~/model/pose/playback'
import { pointIn } from '~/model/pose/shown-poses'
import { usePlacing } from '~/model/pose/usePlacing'
import { usePoseStore } from '~/model/pose/pose'
import { useRunStore } from '~/model/run/run'
import { useStageStore } from '~/model/screen/stage'
import { useOverlaysStore } from '~/view/overlays'
import type { Callout } from '~/view/overlays'
import { keyOf, useClearanceStore } from '../clearance/clearance'
import { stateOf, valueWords, worstTime } from '../clearance/clearance-words'

type Point = readonly [number, number, number]

export function useCallouts(): void {
  const mechanism = useMechanismStore()
  const run = useRunStore()
  const playback = usePlaybackStore()
  const pose = usePoseStore()
  const stage = useStageStore()
  const clearance = useClearanceStore()
  const { frames } = usePlacing()

  function pairCallouts(): Callout[] {
    const pair = clearance.sorted.find((one) => keyOf(one) === clearance.chosen)
    const worst = pair?.nearest
    if (!pair || !worst || stage.stage !== 'prove') return []
    // beside another pose the places would hang in the air
    if (Math.abs(playback.shown - worstTime(pair)) > playback.interval) return []
    const state = stateOf(pair)
    const words = `${mechanism.nameOf(pair.a)} – ${mechanism.nameOf(pair.b)}, ${state === 'near' ? 'nearest' : state === 'overlaps' ? 'deepest' : 'touching'} at ${seconds(worstTime(pair), 3)}`
    const deepest = pair.contacts.find(({ time }) => time === worstTime(pair))
    const [from, to] = deepest ? [deepest.at, deepest.at] : [worst.onA, worst.onB]
    return [{ from, to, value: valueWords(pair), words, isBad: state === 'overlaps' }]
  }

  /** A point of what a probe measures, in ground; null where it has no place. */
  function placeOf({ datum, joint, body }: Probe): Point | null {
    const { report } = run
    const known = report?.datums.find((one) => one.datum === datum)
    const hinge = report?.joints.find(({ id }) => id === joint)
    const on = known?.body ?? hinge?.from ?? (body && frames.value.has(body) ? body : undefined)
    const frame = on === undefined ? undefined : frames.value.get(on)
    if (!frame) return null
    const local = known?.frame ?? hinge?.frame
    return pointIn(frame, local ? originOf(local) : [0, 0, 0])
  }

  function probeCallouts(): Callout[] {
    const { take } = run
    if (!take || take.frames === 0 || pose.source !== 'take') return []
    const frame = frameAt(take, playback.shown)
    return (mechanism.document?.probes ?? []).flatMap((probe) => {
      const column = probe.inView ? take.probeChannels.findIndex(({ key }) => key === probe.id) : -1
      const place = column < 0 ? null : placeOf(probe)
      if (!place) return []
      const { dimension } = take.probeChannels[column]!
      const value = display(take.probes[3 * (frame * take.probeChannels.length + column)]!, dimension, 0)
      return [{ from: place, to: place, value, words: probe.name, isBad: false }]
    })
  }

  useOverlaysStore().lay({ callouts: () => [...pairCallouts(), ...probeCallouts()] })
}
