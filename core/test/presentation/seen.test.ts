import { describe, expect, it } from 'vitest'
import { motionFingerprint, seenAt, timedCues } from '../../src'
import type { AnyCue, MechanismDocument } from '../../src'
import { Sketch } from '../sketch'

const LENGTH = 10
const cue = (more: object): AnyCue => ({ id: 'c', ...more }) as AnyCue

/** Cues with their times: each lasts as long as it says. */
const at = (time: number, ...cues: [number, number, object][]) =>
  seenAt(
    timedCues(
      cues.map(([, , more], k) => cue({ ...more, id: `c${k}` })),
      (id) => {
        const [start, end] = cues[Number(id.slice(1))]
        return { start, end }
      },
      LENGTH,
    ),
    time,
  )

describe('what is seen at a time', () => {
  it('fades from what it is, or from what is said, to what it ends at', () => {
    const fade = { kind: 'fade', bodies: ['frame'], opacity: 0.2 }
    const opacity = (time: number, more = {}) => at(time, [1, 3, { ...fade, ...more }]).opacities.get('frame')
    expect(opacity(0.5)).toBeUndefined()
    expect(opacity(2)).toBeCloseTo(0.6, 12)
    expect(opacity(9)).toBeCloseTo(0.2, 12)
    expect(opacity(2, { from: 0.4 })).toBeCloseTo(0.3, 12)
    const back = at(5, [1, 3, fade], [4, 6, { ...fade, opacity: 1 }])
    expect(back.opacities.get('frame')).toBeCloseTo(0.6, 12)
    expect(at(5, [1, 3, fade], [4, 4, { kind: 'hide', bodies: ['frame'] }]).opacities.get('frame')).toBe(0)
  })

  it('takes another colour, and its own again', () => {
    const red = { kind: 'colour', bodies: ['jaw'], colour: '#ff0000' }
    expect(at(2, [1, 3, red]).colours.get('jaw')).toEqual({ colour: '#ff0000', share: 0.5 })
    const own = { kind: 'colour', bodies: ['jaw'] }
    expect(at(5, [1, 3, red], [4, 6, own]).colours.get('jaw')).toEqual({ colour: '#ff0000', share: 0.5 })
  })

  it('is cut by a plane that goes on from where it was', () => {
    const cut = { kind: 'cut', normal: [0, 0, -2], from: 0.1, to: 0 }
    expect(at(0.5, [1, 3, cut]).section).toBe(null)
    expect(at(2, [1, 3, cut]).section).toEqual({ normal: [0, 0, -1], distance: 0.05 })
    const on = { kind: 'cut', normal: [0, 0, -1], to: '-20 mm' }
    expect(at(4, [1, 3, cut], [3, 5, on]).section!.distance).toBeCloseTo(-0.01, 12)
    expect(at(6, [1, 3, cut], [3, 5, on], [6, 6, { kind: 'uncut' }]).section).toBe(null)
  })

  it('is spread apart and comes back', () => {
    const apart = { kind: 'spread', bodies: ['lid'], offset: [0, 0, '60 mm'] }
    expect(at(2, [1, 3, apart]).offsets.get('lid')).toEqual([0, 0, 0.03])
    const back = { ...apart, offset: [0, 0, 0] }
    expect(at(9, [1, 3, apart], [4, 6, back]).offsets.get('lid')).toEqual([0, 0, 0])
  })

  it('has captions while they last, coming and going softly', () => {
    const words = { kind: 'caption', text: 'Seed' }
    const opacity = (time: number) => at(time, [1, 3, words]).shown[0]?.opacity
    expect(opacity(0.9)).toBeUndefined()
    expect(opacity(1.125)).toBeCloseTo(0.5, 12)
    expect(opacity(2)).toBe(1)
    expect(opacity(2.95)).toBeCloseTo(0.2, 12)
    expect(opacity(3.1)).toBeUndefined()
  })

  it('comes again and again', () => {
    const blink = { kind: 'caption', text: 'Now', every: '2 s', times: 3 }
    const seen = [1.5, 2.5, 3.5, 4.5, 5.5, 7.5].map((time) => at(time, [1, 2, blink]).shown.length)
    expect(seen).toEqual([1, 0, 1, 0, 1, 0])
  })
})

describe('what is only seen', () => {
  const document = new Sketch().body('jaw').slide('press', 'ground', 'jaw', [0, 0], [1, 0, 0]).document
  const view = { eye: [0, -1, 0], target: [0, 0, 0] } as never
  const withSeen = (change: (scenario: MechanismDocument['scenarios'][0]) => void) => {
    const draft = structuredClone(document)
    change(draft.scenarios[0])
    return motionFingerprint(draft, 'run')
  }
  const before = motionFingerprint(document, 'run')
  const fade = cue({ kind: 'fade', bodies: ['jaw'], start: 0.2, duration: 0.3 })

  it('solves nothing anew', () => {
    expect(withSeen((s) => (s.cues = [fade]))).toBe(before)
    expect(withSeen((s) => (s.shots = [{ id: 's', name: 'Shot', kind: 'held', duration: 1, view }]))).toBe(
      before,
    )
  })

  it('unless a motion hangs on it, or it waits for a value', () => {
    const lane = (tie: object) => [
      {
        id: 'lane',
        kind: 'moves' as const,
        joint: 'press',
        moves: [{ law: 'linear', duration: 0.1, by: 0.1, tie } as never],
      },
    ]
    const tied = (start: number) =>
      withSeen((s) => {
        s.cues = [{ ...fade, start }]
        s.drivers = lane({ after: 'c' })
      })
    expect(tied(0.2)).not.toBe(tied(0.3))
    const free = (start: number) =>
      withSeen((s) => {
        s.cues = [{ ...fade, start }]
        s.drivers = lane({ after: 'other' })
      })
    expect(free(0.2)).toBe(free(0.3))
    const waiting = { kind: 'caption', text: 'There', tie: { when: { joint: 'press', value: 0.1 } } }
    expect(withSeen((s) => (s.cues = [cue(waiting)]))).not.toBe(before)
  })
})
