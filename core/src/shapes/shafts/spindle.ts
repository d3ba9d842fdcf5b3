/** Threaded spindle with a trapezoidal thread: origin at its centre, z along the axis. */
import { evenly } from '../wheels/drum'
import { axialDatums } from '../face-frame'
import { bar } from '../mesh/revolve'
import { defineShape } from '../shape'

const STEPS_A_TURN = 10

export const hands = {
  label: 'Thread',
  choices: { right: 'right-hand', left: 'left-hand' },
} as const

export const spindle = defineShape({
  kind: 'spindle',
  noun: 'Threaded spindle',
  dimensions: {
    diameter: { label: 'Thread diameter', usual: '16 mm' },
    length: { label: 'Length', usual: '120 mm' },
    pitch: { label: 'Pitch', usual: '4 mm' },
    starts: { label: 'Starts', usual: '1', dimension: 'count' },
  },
  options: { hand: hands },
  contradiction: ({ diameter, length, pitch, starts }) => {
    if (pitch >= diameter)
      return { dimension: 'pitch', message: 'the pitch must be smaller than the diameter' }
    if (length / pitch > 400)
      return { dimension: 'pitch', message: 'more than 400 turns of thread are too many' }
    if (starts > 8) return { dimension: 'starts', message: 'a thread has at most 8 starts' }
    return null
  },
  datums: ({ length: l }) => axialDatums(-l / 2, l / 2),
  solids: ({ diameter, length: l, pitch, starts }, { options }, chords) => {
    const sense = options.hand === 'left' ? -1 : 1
    const depth = pitch / 2
    return [
      bar(
        (angle, z) => {
          const phase = z / pitch - (sense * starts * angle) / (2 * Math.PI)
          const across = Math.abs(phase - Math.round(phase))
          // crest and root are flat over a third of the pitch, flanks between them
          return diameter / 2 - depth * Math.min(1, Math.max(0, (across - 1 / 6) * 6))
        },
        evenly(-l / 2, l / 2, Math.ceil((STEPS_A_TURN * l) / pitch)),
        0,
        chords / 2,
      ),
    ]
  },
  transmission: ({ pitch, starts }, { options }) => ({
    kind: 'thread',
    lead: (options.hand === 'left' ? -1 : 1) * pitch * starts,
  }),
})
