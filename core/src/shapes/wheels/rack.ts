/**
 * Rack: teeth along x on the pitch line y = 0 with their tips toward +y, width along z. Origin on the pitch line in the
 * middle of a tooth, with as many teeth before it as after it, or one fewer after it. Datums: the pitch line with z along the travel, the back, both sides.
 */
import { faceFrame } from '../face-frame'
import { MOST_TEETH, toothDimensions } from './gear'
import { pointsOf } from '../plates/outline-points'
import { polygonLoop, solidOf } from '../profiles/profile'
import type { Profile } from '../profiles/profile'
import { defineShape } from '../shape'

const { module, teeth, pressureAngle, width } = toothDimensions

export const rack = defineShape({
  kind: 'rack',
  noun: 'Rack',
  dimensions: {
    module,
    teeth: { ...teeth, usual: '20', least: 1 },
    pressureAngle,
    width,
    height: { label: 'Back to pitch line', usual: '12 mm' },
  },
  contradiction: ({ module: m, teeth: z, pressureAngle: a, height }) => {
    if (z > MOST_TEETH) return { dimension: 'teeth', message: `at most ${MOST_TEETH} teeth can be` }
    if (a < 0.17 || a > 0.53)
      return { dimension: 'pressureAngle', message: 'the pressure angle lies between 10 and 30 deg' }
    return height <= 1.25 * m
      ? { dimension: 'height', message: 'the back must lie below the roots of the teeth' }
      : null
  },
  datums: ({ module: m, teeth: z, width: w, height }) => {
    const [start, end] = ends(m, z)
    return {
      'pitch line': faceFrame([0, 0, 0], [1, 0, 0], [0, 0, 1]),
      back: faceFrame([0, -height, 0], [0, -1, 0], [1, 0, 0]),
      'side A': faceFrame([0, -height / 2, w / 2], [0, 0, 1], [1, 0, 0]),
      'side B': faceFrame([0, -height / 2, -w / 2], [0, 0, -1], [1, 0, 0]),
      'end A': faceFrame([start, -height / 2, 0], [-1, 0, 0], [0, 1, 0]),
      'end B': faceFrame([end, -height / 2, 0], [1, 0, 0], [0, 1, 0]),
    }
  },
  solids: (d, _, chords) => [solidOf(profile(d), chords)],
  profiles: (d) => [profile(d)],
  transmission: ({ module: m, pressureAngle: a }) => ({ kind: 'rack', module: m, pressureAngle: a }),
})

type Sizes = Record<'module' | 'teeth' | 'pressureAngle' | 'width' | 'height', number>

function profile({ module: m, teeth: z, pressureAngle: a, width: w, height }: Sizes): Profile {
  const pitch = Math.PI * m
  const slope = Math.tan(a)
  const [tip, root] = [pitch / 4 - m * slope, pitch / 4 + 1.25 * m * slope]
  const [start, end] = ends(m, z)
  // from right to left over the teeth, so that the outline runs counter-clockwise
  const outline = [start, -height, end, -height, end, -1.25 * m]
  for (let k = z - 1 - Math.floor(z / 2); k >= -Math.floor(z / 2); k--) {
    const x = k * pitch
    outline.push(x + root, -1.25 * m, x + tip, m, x - tip, m, x - root, -1.25 * m)
  }
  outline.push(start, -1.25 * m)
  return { outer: polygonLoop(pointsOf(outline)), holes: [], bottom: -w / 2, top: w / 2 }
}

/** Where the first and the last tooth space end, in the middle of a space. */
function ends(module: number, teeth: number): [number, number] {
  const before = Math.floor(teeth / 2)
  const pitch = Math.PI * module
  return [-(before + 0.5) * pitch, (teeth - before - 0.5) * pitch]
}
