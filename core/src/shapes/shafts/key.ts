/** Parallel key with square ends, to be seated in the keyways of a shaft and a hub. Source: common practice. */
import { axialDatums, faceFrame } from '../face-frame'
import { extrude, rectangle } from '../mesh/mesh'
import { defineShape } from '../shape'

export const key = defineShape({
  kind: 'key',
  noun: 'Parallel key',
  dimensions: {
    length: { label: 'Length', usual: '16 mm' },
    width: { label: 'Width', usual: '4 mm' },
    height: { label: 'Height', usual: '4 mm' },
  },
  contradiction: () => null,
  datums: ({ length, height }) => ({
    ...axialDatums(-height / 2, height / 2),
    // z into the key and x along it: the floor of a shaft's keyway is at the seat, that of a hub's at the crown
    seat: faceFrame([0, 0, -height / 2], [0, 0, 1], [1, 0, 0]),
    crown: faceFrame([0, 0, height / 2], [0, 0, -1], [1, 0, 0]),
    'end A': faceFrame([-length / 2, 0, 0], [-1, 0, 0], [0, 0, 1]),
    'end B': faceFrame([length / 2, 0, 0], [1, 0, 0], [0, 0, 1]),
  }),
  solids: ({ length, width, height }) => [
    extrude(rectangle(0, 0, length, width), [], -height / 2, height / 2),
  ],
})
