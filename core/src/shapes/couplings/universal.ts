/** Universal joint: a fork with two cheeks for either shaft, and the cross whose four pins turn in them. */
import { faceFrame, onAxis } from '../face-frame'
import { circle, extrude, placed, rectangle } from '../mesh/mesh'
import type { Mesh } from '../mesh/mesh'
import { defineShape } from '../shape'

/** A solid drawn in the y-z plane and extruded along x from one place to another. */
const alongX = (outline: readonly number[], holes: readonly number[][], from: number, to: number): Mesh =>
  placed(extrude(outline, holes, from, to), faceFrame([0, 0, 0], [1, 0, 0], [0, 1, 0]))

export const fork = defineShape({
  kind: 'fork',
  noun: 'Fork of a universal joint',
  dimensions: {
    gap: { label: 'Between the cheeks', usual: '26 mm' },
    cheek: { label: 'Thickness of a cheek', usual: '6 mm' },
    width: { label: 'Width of the cheeks', usual: '18 mm' },
    height: { label: 'Height of the pin axis over the base', usual: '20 mm' },
    base: { label: 'Thickness of the base', usual: '8 mm' },
    bore: { label: 'Bore for the pins', usual: '8 mm' },
  },
  contradiction: ({ width, height, bore }) => {
    if (bore >= width)
      return { dimension: 'bore', message: 'the bore must be smaller than the width of the cheeks' }
    return height <= width / 2
      ? { dimension: 'height', message: 'the pin axis must be higher than half the width of the cheeks' }
      : null
  },
  // origin where the axis of the pins crosses that of the shaft
  datums: ({ gap, cheek, height, base }) => ({
    'pin axis': faceFrame([0, 0, 0], [1, 0, 0], [0, 0, 1]),
    'shaft axis': onAxis(0),
    'end of the shaft': faceFrame([0, 0, -height - base], [0, 0, -1], [1, 0, 0]),
    'cheek A': faceFrame([gap / 2 + cheek / 2, 0, 0], [1, 0, 0], [0, 0, 1]),
    'cheek B': faceFrame([-gap / 2 - cheek / 2, 0, 0], [-1, 0, 0], [0, 0, 1]),
  }),
  solids: ({ gap, cheek, width, height, base, bore }, _, chords) => {
    const half = width / 2
    const round = Array.from({ length: (chords >> 1) + 1 }, (_, k) => {
      const angle = (2 * Math.PI * k) / chords
      return [half * Math.cos(angle), half * Math.sin(angle)]
    }).flat()
    const outline = [-half, -height, half, -height, ...round]
    const hole = [circle(0, 0, bore / 2, chords)]
    return [
      extrude(rectangle(0, 0, gap + 2 * cheek, width), [], -height - base, -height),
      alongX(outline, hole, gap / 2, gap / 2 + cheek),
      alongX(outline, hole, -gap / 2 - cheek, -gap / 2),
    ]
  },
})

export const cross = defineShape({
  kind: 'cross',
  noun: 'Cross of a universal joint',
  dimensions: {
    span: { label: 'Over the pins', usual: '38 mm' },
    pin: { label: 'Pin diameter', usual: '8 mm' },
    block: { label: 'Side of the block in the middle', usual: '14 mm' },
  },
  contradiction: ({ span, pin, block }) => {
    if (block >= span) return { dimension: 'block', message: 'the block must be smaller than the span' }
    return pin >= block ? { dimension: 'pin', message: 'the pins must be thinner than the block' } : null
  },
  datums: () => ({
    centre: onAxis(0),
    'axis 1': faceFrame([0, 0, 0], [1, 0, 0], [0, 1, 0]),
    'axis 2': faceFrame([0, 0, 0], [0, 1, 0], [1, 0, 0]),
  }),
  solids: ({ span, pin, block }, _, chords) => {
    const round = circle(0, 0, pin / 2, chords)
    const toward = (turn: number): Mesh => {
      const [c, s] = [Math.cos(turn), Math.sin(turn)]
      return placed(extrude(round, [], block / 2, span / 2), faceFrame([0, 0, 0], [c, s, 0], [-s, c, 0]))
    }
    return [
      extrude(rectangle(0, 0, block, block), [], -block / 2, block / 2),
      ...[0, 1, 2, 3].map((k) => toward((k * Math.PI) / 2)),
    ]
  },
})
