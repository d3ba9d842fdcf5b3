/** The frame of a picture on the canvas, and what a shot shows in it. */
import { describe, expect, it } from 'vitest'
import * as THREE from 'three'
import { frameOn, ShotCamera } from './shot-camera'

const CANVAS = [800, 500] as const
const shot = {
  eye: [0, -2, 0],
  target: [0, 0, 0],
  up: [0, 0, 1],
  height: 1,
  opening: 2 * Math.atan(0.25),
} as const

/** Where a point is on the canvas [px]. */
function seen(aspect: number | null, point: [number, number, number], opening: number = shot.opening) {
  const cameras = new ShotCamera()
  cameras.resize(...CANVAS)
  const camera = cameras.of({ camera: { ...shot, opening }, aspect }, 1)
  const at = new THREE.Vector3(...point).project(camera)
  return [((at.x + 1) / 2) * CANVAS[0], ((1 - at.y) / 2) * CANVAS[1]]
}

describe('the frame of a picture', () => {
  it.each([
    [16 / 9, 0.94 * 800],
    [9 / 16, 0.94 * 500 * (9 / 16)],
  ])('of %d is as large as there is room, in the middle', (aspect, width) => {
    const frame = frameOn(...CANVAS, aspect)
    expect(frame.width).toBeCloseTo(width, -0.5)
    expect(frame.width / frame.height).toBeCloseTo(aspect, 1)
    expect(frame.left).toBeCloseTo((800 - frame.width) / 2, 9)
    expect(frame.top).toBeCloseTo((500 - frame.height) / 2, 9)
  })

  it.each([
    ['in perspective', shot.opening],
    ['in parallel', 0],
  ])('reaches from the lower to the upper edge of what the shot says, %s', (_, opening) => {
    for (const aspect of [null, 16 / 9, 1, 9 / 16]) {
      const frame = frameOn(...CANVAS, aspect)
      const [x, top] = seen(aspect, [0, 0, 0.5], opening)
      expect(x).toBeCloseTo(400, 6)
      expect(top).toBeCloseTo(frame.top, 6)
      expect(seen(aspect, [0, 0, -0.5], opening)[1]).toBeCloseTo(frame.top + frame.height, 6)
    }
  })
})
