/**
 * Records what is done by hand: where every joint is, each time it has moved. What was recorded becomes lanes of the
 * scenario when it is stopped.
 */
import { fail, reasons } from '@ligamen/core'
import type { Channel, Problem, Recorded, Result } from '@ligamen/core'
import { useDeskStore } from './desk'
import { useMechanismStore } from '../model/document/mechanism'
import { usePlaybackStore } from '../model/pose/playback'
import { usePoseStore } from '../model/pose/pose'
import { useRunStore } from '../model/run/run'
import { HandSamples } from './hand-samples'

const JOINTS_CHANGED: Problem = {
  code: 'joints-changed',
  message: 'The joints were changed, which ended the recording; nothing of it was kept.',
}

/** The longest recording [s]. */
const LONGEST = 600

/** How far moves may stay from what was done [m], [rad]. */
export const TOLERANCES = [0.1, 0.5, 1, 3, 10].map((size) => ({
  title: `± ${size} mm/°`,
  value: size,
}))

export const useRecorderStore = defineStore('recorder', () => {
  const mechanism = useMechanismStore()
  const run = useRunStore()
  const playback = usePlaybackStore()
  const pose = usePoseStore()
  const desk = useDeskStore()
  const recording = ref(false)
  /** How long it has been recorded [s]. */
  const elapsed = ref(0)
  const tolerance = ref(1)
  /** What came of the last recording, or why nothing did. */
  const outcome = ref('')
  const failed = ref(false)
  let begunAt = 0
  let start = 0
  let scenario = ''
  /** The joint positions that are recorded. */
  let channels: readonly Channel[] = []
  let samples: HandSamples | null = null

  /** @param stand brings the mechanism to where the playhead shows it */
  async function begin(stand: () => Promise<void>) {
    if (!run.report || !mechanism.scenario) return
    playback.pause()
    pose.byHand = false
    start = run.take ? playback.shown : 0
    scenario = mechanism.scenario.id
    channels = run.report.channels
    await stand()
    pose.byHand = true
    samples = new HandSamples((run.standing ?? run.report).coordinates)
    begunAt = performance.now()
    elapsed.value = 0
    tell([], '')
    recording.value = true
  }

  const sinceBegun = () => (performance.now() - begunAt) / 1000

  watch(
    () => run.standing,
    (standing) => recording.value && standing && samples?.add(sinceBegun(), standing.coordinates),
  )

  // what was recorded of other joints fits no lane any more
  watch(
    () => run.report?.channels,
    (now) => {
      if (!recording.value || keysOf(now) === keysOf(channels)) return
      recording.value = false
      tell([JOINTS_CHANGED], '')
    },
  )

  function tick() {
    elapsed.value = sinceBegun()
    if (elapsed.value > LONGEST) void stop()
  }

  /** Ends the recording and makes lanes of it. */
  async function stop(): Promise<void> {
    if (!recording.value) return
    recording.value = false
    const taken = samples
    samples = null
    if (!mechanism.document || !taken) return
    const positions = taken.positions(channels, new Set(desk.controls.map(({ joint }) => joint)))
    const made: Result<Recorded> = await mechanism
      .ask('record', {
        scenario,
        recording: {
          start,
          times: taken.times,
          positions,
          tolerance: { length: tolerance.value / 1000, angle: (tolerance.value * Math.PI) / 180 },
        },
      })
      .catch(() => fail({ code: 'record-failed', message: 'The recording could not be read.' }))
    if (!made.ok) return tell(made.problems, '')
    const { document, lanes } = made.value
    const refused = await mechanism.replace(`Record ${lanes.join(', ')}`, document)
    tell(refused, wordsFor(made.value))
    if (refused.length > 0) return
    pose.byHand = false
    playback.seek(start)
  }

  function tell(refused: readonly Problem[], otherwise: string) {
    failed.value = refused.length > 0
    outcome.value = failed.value ? reasons(refused) : otherwise
  }

  return { recording, elapsed, tolerance, outcome, failed, begin, stop, tick }
})

const keysOf = (channels: readonly Channel[] = []) => channels.map(({ key }) => key).join()

function wordsFor({ lanes, moves, left }: Recorded): string {
  const except = left.length > 0 ? ` ${left.join(', ')} kept the driver there was.` : ''
  return `${moves} ${moves === 1 ? 'move' : 'moves'} in the lanes of ${lanes.join(', ')}.${except}`
}
