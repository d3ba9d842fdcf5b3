/**
 * A planar platform that three rods carry on three sliders, driven from the platform: each slider stands beside its corner
 * by what the rod leaves, also where all three rods pass the square to their rails at once.
 * Source: Merlet, Parallel Robots, section 3.1 (inverse kinematics of the planar 3-PRR); closed form by hand.
 */
import { describe, expect, it } from 'vitest'
import { jetOf, Sketch } from '../sketch'
import type { Flat } from '../sketch'

const FRAME_RATES = [1, 7, 10, 24, 60, 1000]
/** Distance of the rails from the middle, and of the platform's corners from its own [m]. */
const [RAIL, CORNER] = [0.1, 0.03]
const RAILS = [0, 1, 2].map((k) => (2 * Math.PI * k) / 3)

interface Motion {
  /** Direction of a corner from the normal of its rail at the start [rad], and how fast it turns [rad/s]. */
  readonly start: number
  readonly turn: number
  /** How fast the middle goes [m/s]. */
  readonly drift: Flat
  readonly rod: number
}

/** Where a slider stands along its rail, and where its corner is along the rail and across it. */
function closedForm({ start, turn, drift, rod }: Motion, rail: number, time: number) {
  const angle = start + turn * time
  const [x, y] = [drift[0] * time, drift[1] * time]
  const across = x * Math.cos(rail) + y * Math.sin(rail) + CORNER * Math.cos(angle)
  const along = -x * Math.sin(rail) + y * Math.cos(rail) + CORNER * Math.sin(angle)
  const gap = RAIL - across
  // where the rod just reaches, it passes the square smoothly: 1 + cos = 2 cos^2 of the half
  const left =
    rod === RAIL + CORNER && x === 0 && y === 0
      ? Math.sqrt(2 * CORNER * (rod + gap)) * Math.cos(angle / 2)
      : Math.sqrt(rod * rod - gap * gap)
  return { slider: along + left, across, along }
}

function platform(motion: Motion, frameRate: number, length: number): Sketch {
  const sketch = new Sketch(length, frameRate).body('platform')
  const ground = (rail: number, across: number, along: number): Flat => [
    across * Math.cos(rail) - along * Math.sin(rail),
    across * Math.sin(rail) + along * Math.cos(rail),
  ]
  sketch.join('planar', 'table', 'ground', 'platform', [0, 0])
  RAILS.forEach((rail, k) => {
    const { slider, across, along } = closedForm(motion, rail, 0)
    const eye = ground(rail, RAIL, slider)
    sketch
      .body(`slider${k}`, `rod${k}`)
      .slide(`rail${k}`, 'ground', `slider${k}`, eye, [-Math.sin(rail), Math.cos(rail), 0])
      .hinge(`eye${k}`, `slider${k}`, `rod${k}`, eye)
      .hinge(`corner${k}`, `rod${k}`, 'platform', ground(rail, across, along))
  })
  const drives: [string, number][] = [
    ['angle', motion.turn],
    ['x', motion.drift[0]],
    ['y', motion.drift[1]],
  ]
  for (const [freedom, speed] of drives)
    sketch.drive({ id: freedom, kind: 'motor', joint: 'table', freedom, speed, runUp: 0 })
  return sketch
}

describe.each(FRAME_RATES)('a platform on three slides at %d frames a second', (frameRate) => {
  const agrees = (motion: Motion, length: number) => {
    const take = platform(motion, frameRate, length).solve()
    RAILS.forEach((rail, k) => {
      const wanted = (time: number) =>
        closedForm(motion, rail, time).slider - closedForm(motion, rail, 0).slider
      for (let frame = 0; frame < take.take.frames; frame++) {
        const [value, rate, acceleration] = take.joint(`rail${k}`, frame)
        const want = jetOf(wanted, take.time(frame))
        expect(Math.abs(value - want[0])).toBeLessThan(1e-9)
        expect(Math.abs(rate - want[1])).toBeLessThan(1e-7)
        expect(Math.abs(acceleration - want[2])).toBeLessThan(1e-5)
      }
    })
    return take.take
  }

  it.each([1, -1])('moved and turned anywhere, sense %d', (sense) => {
    agrees({ start: 0.3, turn: sense * 0.2, drift: [0.004, -0.003], rod: 0.16 }, 6)
  })

  it.each([
    ['with a frame on it', Math.PI / 4],
    ['with none', 0.6],
  ])('turned until its rods are square to their rails, and on: %s', (_, turn) => {
    const motion: Motion = { start: 1, turn, drift: [0, 0], rod: RAIL + CORNER }
    const onFrame = { ...motion, start: Math.PI - 3 * turn }
    const take = agrees(turn === 0.6 ? motion : onFrame, 5)
    expect(new Set(take.changePoints.map(({ joint }) => joint)).size).toBe(3)
  })
})
