/** The timing chart of an open mechanism: its lanes, what is chosen and seen, and what a drag snaps to. */
import { describe, expect, it, vi } from 'vitest'
import { walkingBeam } from '~~/shared/starting-points/walking-beam'
import { liftedBeam } from '~/testing/documents'
import { opened, solved } from '~/testing/opened'
import { usePlaybackStore } from '~/model/pose/playback'
import { useTimingStore } from '~/timing/timing'
import { useLanes } from './useLanes'
import { useSnapping } from '~/timing/useSnapping'

const lifted = liftedBeam(
  [
    { id: 'up', start: '0.5 s', by: '60 deg' },
    { id: 'down', start: '1.5 s', by: '-60 deg' },
  ],
  [{ id: 'seen', kind: 'hide', bodies: ['beam'], start: '1.25 s' }],
)

describe('the lanes', () => {
  it('are one for each driver, then one for each probe, with their curves and the value at the playhead', async () => {
    await opened(walkingBeam)
    const { lanes, reading } = useLanes()
    expect(lanes.value.map(({ kind, name }) => [kind, name])).toEqual([
      ['driver', 'Crank shaft'],
      ['probe', 'Beam tip height'],
    ])
    const [crank, tip] = lanes.value
    expect([crank!.joint, crank!.dimension, tip!.dimension]).toEqual(['crank-shaft', 'angle', 'length'])
    const playback = usePlaybackStore()
    const start = reading(crank!)
    playback.seek(2)
    expect(reading(crank!)).not.toBe(start)
    // after a run-up of 0.4 s at 60 rpm the crank has turned 1.8 times in 2 s
    expect(Number.parseFloat(reading(crank!)) - Number.parseFloat(start)).toBeCloseTo(648, 0)
  })

  it('of moves reach to all levels', async () => {
    await opened(lifted)
    const { lanes } = useLanes()
    const [low, high] = lanes.value[0]!.range!
    expect(((high - low) * 180) / Math.PI).toBeCloseTo(60, 6)
    const timing = useTimingStore()
    timing.scale = { lane: 'lift', range: [-9, 9] }
    expect(lanes.value[0]!.range).toEqual([-9, 9])
  })

  it('show the scenario that is compared on one scale', async () => {
    const mechanism = await opened({
      ...lifted,
      scenarios: [walkingBeam.scenarios[0]!, { ...lifted.scenarios[0]!, id: 'lifted', name: 'Lifted' }],
    })
    const { lanes } = useLanes()
    const alone = lanes.value[0]!.range!
    mechanism.compareWith('lifted')
    await vi.waitFor(() => expect(lanes.value[0]!.compared).not.toBeNull())
    const [low, high] = lanes.value[0]!.range!
    expect(low).toBeLessThanOrEqual(alone[0])
    expect(high).toBeGreaterThanOrEqual(alone[1])
  })
})

describe('what is chosen on the chart', () => {
  it('is one or several, the last one at the end', async () => {
    await opened(lifted)
    const timing = useTimingStore()
    timing.chosen = 'up'
    timing.toggleChosen('down')
    expect([timing.allChosen, timing.chosen, timing.isChosen('up')]).toEqual([['up', 'down'], 'down', true])
    timing.toggleChosen('up')
    expect(timing.allChosen).toEqual(['down'])
    timing.toggleChosen('up')
    timing.chosen = 'up'
    expect(timing.allChosen).toEqual(['up'])
    timing.chosen = null
    expect(timing.allChosen).toEqual([])
  })

  it('is forgotten with another scenario, what is locked is not', async () => {
    const mechanism = await opened({
      ...lifted,
      scenarios: [
        lifted.scenarios[0]!,
        { id: 'other', name: 'Other', length: '2.5 s', frameRate: 60, drivers: [] },
      ],
    })
    const timing = useTimingStore()
    timing.open = 'lift'
    timing.chosen = 'up'
    timing.zoom(0.5, 1)
    timing.toggleLock('lift')
    expect(timing.stretch[1] - timing.stretch[0]).toBeCloseTo(1.25, 9)
    await mechanism.chooseScenario('other')
    expect([timing.open, timing.chosen, timing.seen]).toEqual([null, null, null])
    expect(timing.stretch).toEqual([0, 2.5])
    expect(timing.locked.has('lift')).toBe(true)
    timing.toggleLock('lift')
    expect(timing.locked.has('lift')).toBe(false)
    await solved()
  })

  it('is placed in percent of what is seen', async () => {
    await opened(lifted)
    const timing = useTimingStore()
    expect([timing.place(1.25), timing.timeAt(0.5)]).toEqual([50, 1.25])
    timing.zoom(0.5, 0)
    timing.scroll(0.25)
    expect(timing.stretch).toEqual([0.25, 1.5])
    timing.showAll()
    expect(timing.stretch).toEqual([0, 2.5])
  })
})

describe('a drag on the chart', () => {
  /** 1000 pixels for 2.5 s: 7 pixels are 17.5 ms. */
  const WIDTH = 1000

  it('snaps to starts and ends of others, the nearest first, and ties to them', async () => {
    await opened(lifted)
    const { snap } = useSnapping()
    expect(snap(1.01, WIDTH, [])).toEqual({ time: 1, tie: { after: 'up' } })
    expect(snap(1.49, WIDTH, [])).toEqual({ time: 1.5, tie: { with: 'down' } })
    // a cue takes no time: one can follow it, not go with it
    expect(snap(1.26, WIDTH, [])).toEqual({ time: 1.25, tie: { after: 'seen' } })
  })

  it('does not snap to itself, and to whole frames where nothing is near', async () => {
    await opened(lifted)
    const { snap } = useSnapping()
    expect(snap(1.012, WIDTH, ['up']).tie).toBeNull()
    expect(snap(1.012, WIDTH, ['up']).time).toBeCloseTo(61 / 60, 12)
    expect(snap(-0.3, WIDTH, [])).toEqual({ time: 0, tie: null })
  })

  it('snaps to the playhead and to the marks of playing', async () => {
    await opened(lifted)
    const playback = usePlaybackStore()
    const { snap } = useSnapping()
    playback.seek(0.75)
    expect(snap(0.76, WIDTH, [])).toEqual({ time: 0.75, tie: null })
    playback.mark('start')
    playback.seek(2.25)
    playback.mark('end')
    playback.seek(0)
    expect(snap(2.26, WIDTH, []).time).toBeCloseTo(2.25, 12)
  })
})
