/** Small files that stand for endless scenes, and numbers that are none: refused soon, with a sentence. */
import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import type { InFile } from './formats/format'
import type { FromExchange } from './protocol'
import { readFiles } from './read-files'

/** Longest time for any of these files [ms]. */
const SOON = 4000

async function refusal(...files: InFile[]): Promise<string> {
  const said: FromExchange[] = []
  await readFiles(files, (message) => void said.push(message))
  const last = said.at(-1)!
  return last.type === 'failed' ? last.problems.map(({ message }) => message).join(' ') : last.type
}
const text = (name: string, content: string): InFile => ({ name, bytes: strToU8(content) })

const TETRA = `<mesh><vertices>${['0 0 0', '1 0 0', '0 1 0', '0 0 1']
  .map((at) => at.split(' '))
  .map(([x, y, z]) => `<vertex x="${x}" y="${y}" z="${z}"/>`)
  .join(
    '',
  )}</vertices><triangles><triangle v1="0" v2="1" v3="2"/><triangle v1="0" v2="3" v3="1"/></triangles></mesh>`
const threeMf = (objects: string, item: number | string): InFile => ({
  name: 'part.3mf',
  bytes: zipSync({
    '3D/3dmodel.model': strToU8(
      `<model unit="millimeter"><resources>${objects}</resources><build><item objectid="${item}"/></build></model>`,
    ),
  }),
})
const object = (id: number, content: string) => `<object id="${id}">${content}</object>`
const components = (...ids: number[]) =>
  `<components>${ids.map((id) => `<component objectid="${id}"/>`).join('')}</components>`

describe('3MF', () => {
  it('whose components go in a circle', { timeout: SOON }, async () => {
    const objects = object(1, TETRA) + object(2, components(1, 3)) + object(3, components(2))
    expect(await refusal(threeMf(objects, 2))).toContain('its object 2 is a component of itself')
  })

  it('of 2^28 components', { timeout: SOON }, async () => {
    const doubled = Array.from({ length: 28 }, (_, k) => object(k + 2, components(k + 1, k + 1))).join('')
    expect(await refusal(threeMf(object(1, TETRA) + doubled, 29))).toContain(
      'places more than 20000 parts and groups',
    )
  })

  it('with coordinates that are no numbers', async () => {
    for (const wrong of ['far', '1e999', ''])
      expect(await refusal(threeMf(object(1, TETRA.replace('x="1"', `x="${wrong}"`)), 1))).toMatch(
        wrong === '' ? /unit-wanted|scene/ : /coordinates that are not numbers/,
      )
    expect(await refusal(threeMf(object(1, TETRA.replace('v1="0"', 'v1="9"')), 1))).toContain(
      'coordinates that are not numbers',
    )
  })

  it('of components as deep as people make them is read', async () => {
    const chain = Array.from({ length: 20 }, (_, k) => object(k + 2, components(k + 1))).join('')
    expect(await refusal(threeMf(object(1, TETRA) + chain, 21))).toBe('scene')
  })
})

describe('OBJ', () => {
  it('with a face of 300,000 corners', { timeout: SOON }, async () => {
    const face = `v 0 0 0\nv 1 0 0\nv 0 1 0\nf${' 1 2 3'.repeat(100_000)}\n`
    expect(await refusal(text('fan.obj', face))).toContain('a face of more than 1000 corners')
  })

  it('with corners that are not there, or no numbers', async () => {
    for (const wrong of ['v 0 0 0\nv 1 0 0\nf 1 2 9\n', 'v 0 0 zero\nv 1 0 0\nv 0 1 0\nf 1 2 3\n'])
      expect(await refusal(text('part.obj', wrong))).toContain('coordinates that are not numbers')
  })
})

describe('STL', () => {
  it('with numbers that are none, as text and as bytes', async () => {
    const facet = (x: string) =>
      `solid\nfacet normal 0 0 1\nouter loop\nvertex ${x} 0 0\nvertex 1 0 0\nvertex 0 1 0\nendloop\nendfacet\nendsolid\n`
    expect(await refusal(text('part.stl', facet('1e99')))).toContain('coordinates that are not numbers')
    const bytes = new Uint8Array(134)
    const view = new DataView(bytes.buffer)
    view.setUint32(80, 1, true)
    view.setFloat32(96, NaN, true)
    expect(await refusal({ name: 'part.stl', bytes })).toContain('coordinates that are not numbers')
  })

  it('that promises more than it has', async () => {
    for (const head of ['solid', '      solid', '\n\n\n\n\n\nsolid']) {
      const bytes = new Uint8Array(200)
      bytes.set(strToU8(head))
      new DataView(bytes.buffer).setUint32(80, 4_000_000_000, true)
      expect(await refusal({ name: 'part.stl', bytes })).toMatch(/part\.stl (cannot be read|holds)/)
    }
  })
})

describe('glTF', () => {
  const corners = new Uint8Array(new Float32Array([0, 0, 0, 1, 0, 0, 0, 1, 0]).buffer)
  const uri = `data:application/octet-stream;base64,${btoa(String.fromCharCode(...corners))}`
  const triangle = () => ({
    asset: { version: '2.0' },
    scene: 0,
    scenes: [{ nodes: [0] }],
    nodes: [{ mesh: 0, name: 'Plate', children: [] as number[], translation: [0, 0, 0] as unknown }],
    meshes: [{ primitives: [{ attributes: { POSITION: 0 } }] }],
    accessors: [{ bufferView: 0 as number | undefined, componentType: 5126, count: 3, type: 'VEC3' }],
    bufferViews: [{ buffer: 0, byteLength: 36 }],
    buffers: [{ uri, byteLength: 36 }],
  })
  const reads = (change: (json: ReturnType<typeof triangle>) => void) => {
    const json = triangle()
    change(json)
    return refusal(text('plate.gltf', JSON.stringify(json)))
  }

  it('is read as it is', async () => expect(await reads(() => undefined)).toBe('scene'))

  it('with accessors of 10^9 values, made of nothing', { timeout: SOON }, async () => {
    const made = reads((json) => {
      json.accessors[0]!.count = 1e9
      json.accessors[0]!.bufferView = undefined
    })
    expect(await made).toContain('its accessors hold more than 36 million values')
    for (const count of [1.5, -1, '3' as never])
      expect(await reads((json) => (json.accessors[0]!.count = count))).toContain(
        'a length that is no number',
      )
  })

  it('whose many places show the same mesh', { timeout: SOON }, async () => {
    const many = reads((json) => {
      json.nodes = Array.from({ length: 30_000 }, () => ({ ...json.nodes[0]! }))
      json.scenes[0]!.nodes = json.nodes.map((_, k) => k)
    })
    expect(await many).toContain('more than 20000 nodes')
  })

  it(
    'whose nodes go in a circle, or stand nowhere, or whose triangles have no corners',
    { timeout: SOON },
    async () => {
      const wrong: [(json: ReturnType<typeof triangle>) => unknown, RegExp][] = [
        [
          (json) => {
            json.nodes.push({ ...json.nodes[0]!, children: [0] })
            json.nodes[0]!.children.push(1)
          },
          /^scene$|cannot be read/,
        ],
        [(json) => (json.nodes[0]!.translation = ['far', 0, 0]), /stands where no number leads/],
        [(json) => (json.accessors[0]!.type = 'SCALAR'), /cannot be read/],
      ]
      const said = []
      for (const [change] of wrong) said.push(await reads(change))
      for (const [k, [, sentence]] of wrong.entries()) expect(said[k]).toMatch(sentence)
    },
  )
})
