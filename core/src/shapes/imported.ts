/**
 * A part that came from a file: its triangles are stored beside the document under the hash of their content, and the
 * document keeps what is asked of them: a box around it, volume, centre and second moments, as lengths and numbers.
 */
import { axialDatums, faceFrame } from './face-frame'
import { defineShape } from './shape'

export const imported = defineShape({
  kind: 'imported',
  noun: 'Imported part',
  dimensions: {
    width: { label: 'Extent in x', usual: '1 mm', least: 0 },
    depth: { label: 'Extent in y', usual: '1 mm', least: 0 },
    height: { label: 'Extent in z', usual: '1 mm', least: 0 },
  },
  contradiction: () => null,
  datums: ({ height }) => ({
    origin: faceFrame([0, 0, 0], [0, 0, 1], [1, 0, 0]),
    ...axialDatums(-height / 2, height / 2),
  }),
  solids: () => [],
})
