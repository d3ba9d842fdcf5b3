/** Cylinders of STEP files that a package ships, as triangles: each has a radius that the file itself names. */
import { createRequire } from 'node:module'
import { readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { MeshFeatures } from '../../../src'

const require = createRequire(import.meta.url)
const folder = dirname(require.resolve('occt-import-js/package.json'))

interface Occt {
  ReadStepFile(
    content: Uint8Array,
    parameters: object,
  ): {
    readonly success: boolean
    readonly meshes: readonly {
      readonly attributes: { readonly position: { readonly array: readonly number[] } }
      readonly index: { readonly array: readonly number[] }
    }[]
  }
}

const kernel = (require('occt-import-js') as () => Promise<Occt>)()

/** As the app reads them, see app/workers/exchange/formats/step.ts. */
const FINENESS = {
  linearUnit: 'millimeter',
  linearDeflectionType: 'bounding_box_ratio',
  linearDeflection: 0.001,
  angularDeflection: 0.2,
}

describe.each(['cax-if/as1_pe_203.stp', 'rounded-cube/rounded-cube.step'])('%s', (name) => {
  it('has cylinders within 1e-6 of the radii that it names, and no others', async () => {
    const bytes = readFileSync(join(folder, 'test/testfiles', name))
    const text = bytes.toString('latin1')
    const named = [
      ...text.matchAll(/(?:CYLINDRICAL_SURFACE|CIRCLE)\s*\([^;]*?,\s*([\d.E+-]+)\s*\)\s*;/g),
    ].map((m) => Number(m[1]))
    const { meshes } = (await kernel).ReadStepFile(bytes, FINENESS)
    const found = new Set<number>()
    for (const { attributes, index } of meshes) {
      const { array } = attributes.position
      const positions = Float32Array.from(
        index.array.flatMap((v) => [0, 1, 2].map((k) => array[3 * v + k] * 1e-3)),
      )
      const features = new MeshFeatures({ positions })
      for (let t = 0; t < positions.length / 9; t++) {
        const { face } = features.around(t)
        if (face?.kind === 'cylinder') found.add(face.radius * 1e3)
      }
    }
    // the file may count in another unit: metres, inches
    const units = [1, 1000, 25.4]
    for (const radius of found) {
      const off = Math.min(...named.flatMap((r) => units.map((u) => Math.abs(radius / (r * u) - 1))))
      expect(off, `${radius} mm`).toBeLessThan(1e-6)
    }
    expect(found.size).toBeGreaterThan(0)
  })
})
