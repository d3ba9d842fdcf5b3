/**
 * STEP and IGES by the OpenCASCADE kernel as WebAssembly: assemblies with their structure, names and colours, broken into
 * triangles finely enough for what machines look like, which keep the faces that they make. Lengths come in millimetres.
 */
import occt from 'occt-import-js'
import wasm from 'occt-import-js/dist/occt-import-js.wasm?url'
import { facesOf, identityFrame, succeed } from '@ligamen/core'
import type { SceneNode } from '@ligamen/core'
import { broken } from './format'
import type { Format } from './format'

interface OcctNode {
  readonly name: string
  readonly meshes: readonly number[]
  readonly children: readonly OcctNode[]
}

interface OcctResult {
  readonly success: boolean
  readonly root: OcctNode
  readonly meshes: readonly {
    readonly name: string
    readonly color?: readonly [number, number, number]
    readonly attributes: { readonly position: { readonly array: readonly number[] } }
    readonly index: { readonly array: readonly number[] }
    /** First and last triangle of each face of the solid. */
    readonly brep_faces: readonly { readonly first: number; readonly last: number }[]
  }[]
}

interface Occt {
  ReadStepFile(content: Uint8Array, parameters: object | null): OcctResult
  ReadIgesFile(content: Uint8Array, parameters: object | null): OcctResult
}

/** Chords no longer than this share of the box, and angles no larger than this [rad]. */
const FINENESS = {
  linearUnit: 'millimeter',
  linearDeflectionType: 'bounding_box_ratio',
  linearDeflection: 0.001,
  angularDeflection: 0.2,
}

let kernel: Promise<Occt> | null = null
const start = () => (kernel ??= (occt as (options: object) => Promise<Occt>)({ locateFile: () => wasm }))

const reader = (
  noun: string,
  endings: string[],
  read: (occt: Occt, bytes: Uint8Array) => OcctResult,
): Format => ({
  noun,
  endings,
  async read(file) {
    const result = read(await start(), file.bytes)
    if (!result.success || result.meshes.length === 0)
      return broken(file, `it is not a ${noun} file with solids or surfaces.`)
    const nodeOf = ({ name, meshes, children }: OcctNode): SceneNode => ({
      name,
      frame: identityFrame(),
      meshes,
      children: children.map(nodeOf),
    })
    return succeed({
      unit: 1e-3,
      meshes: result.meshes.map(({ name, color, attributes, index, brep_faces }) => ({
        name,
        colour: color ? hex(color) : null,
        positions: flat(attributes.position.array, index.array),
        faces: facesOf(attributes.position.array, index.array, firsts(brep_faces)),
      })),
      nodes: [nodeOf(result.root)],
      leftOut: [],
    })
  },
})

export const step = reader('STEP', ['step', 'stp'], (kernel, bytes) => kernel.ReadStepFile(bytes, FINENESS))
export const iges = reader('IGES', ['iges', 'igs'], (kernel, bytes) => kernel.ReadIgesFile(bytes, FINENESS))

/** Faces that were not broken into triangles have none. */
const firsts = (faces: OcctResult['meshes'][number]['brep_faces']): number[] =>
  faces.filter(({ first, last }) => first <= last).map(({ first }) => first)

function flat(positions: readonly number[], index: readonly number[]): Float32Array {
  const out = new Float32Array(3 * index.length)
  index.forEach((vertex, k) => {
    out[3 * k] = positions[3 * vertex]!
    out[3 * k + 1] = positions[3 * vertex + 1]!
    out[3 * k + 2] = positions[3 * vertex + 2]!
  })
  return out
}

const hex = (rgb: readonly number[]): string =>
  `#${rgb
    .map((c) =>
      Math.round(255 * Math.min(1, Math.max(0, c)))
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`
