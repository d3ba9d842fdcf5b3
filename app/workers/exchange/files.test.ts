/** Files that go out and come in again, and files that are not what they say. Without the kernels of STEP and 3MF. */
import { strToU8, unzipSync, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { boundsOfTriangles, openModel } from '@ligamen/core'
import type { MechanismDocument, StoredTriangles } from '@ligamen/core'
import { walkingBeam } from '~~/shared/starting-points/walking-beam'
import type { InFile } from './formats/format'
import type { OutFormat } from './out/out-format'
import { outFormats } from './out/registry'
import type { FromExchange } from './protocol'
import { readFiles, readOn } from './read-files'
import { writeFile } from './write-file'

type Said<T extends FromExchange['type']> = Extract<FromExchange, { type: T }>

async function read(...files: InFile[]) {
  const said: FromExchange[] = []
  await readFiles(files, (message) => void said.push(message))
  return said
}
const last = <T extends FromExchange['type']>(said: readonly FromExchange[], type: T): Said<T> => {
  const message = said.at(-1)!
  if (message.type !== type) throw new Error(`${type} was awaited: ${JSON.stringify(message)}`)
  return message as Said<T>
}
const home = (document: MechanismDocument): Float64Array => {
  const model = openModel(document)
  if (!model.ok) throw new Error(model.problems[0]!.message)
  return Float64Array.from(document.bodies.flatMap(() => [0, 0, 0, 1, 0, 0, 0]))
}
async function written(kind: string, document = walkingBeam, meshes: Record<string, StoredTriangles> = {}) {
  const said: FromExchange[] = []
  await writeFile({ type: 'write', kind, document, poses: home(document), meshes }, (m) => void said.push(m))
  return last(said, 'written')
}
const text = (name: string, content: string): InFile => ({ name, bytes: strToU8(content) })

/** A tetrahedron with corners at the origin and one unit along each axis. */
const CORNERS = [
  [0, 0, 0],
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
] as const
const FACES = [
  [0, 2, 1],
  [0, 1, 3],
  [1, 2, 3],
  [2, 0, 3],
] as const
const stlText = `solid t\n${FACES.map(
  (face) =>
    `facet normal 0 0 0\nouter loop\n${face.map((k) => `vertex ${CORNERS[k].join(' ')}`).join('\n')}\nendloop\nendfacet`,
).join('\n')}\nendsolid t\n`
const objText = `${CORNERS.map((p) => `v ${p.join(' ')}`).join('\n')}\no tetra\nusemtl red\n${FACES.map((f) => `f ${f.map((k) => k + 1).join(' ')}`).join('\n')}\n`

describe('shapes', () => {
  it('without a unit are asked for it, and come in metres about the middle of their box', async () => {
    const said = await read(text('tetra.stl', stlText))
    expect(last(said, 'unit-wanted')).toMatchObject({ name: 'tetra.stl', size: [1, 1, 1] })
    const more: FromExchange[] = []
    readOn(0.0254, (message) => void more.push(message))
    const { scene, meshes, name } = last(more, 'scene')
    expect([name, scene.meshes.length, meshes[0]!.stored.size.map((v) => v.toFixed(6))]).toEqual([
      'tetra',
      1,
      ['0.025400', '0.025400', '0.025400'],
    ])
    const box = boundsOfTriangles(meshes[0]!.mesh.positions)
    for (let k = 0; k < 6; k++) expect(box[k]).toBeCloseTo(k < 3 ? -0.0127 : 0.0127, 8)
    // asked once, answered once
    const again: FromExchange[] = []
    readOn(1, (message) => void again.push(message))
    expect(again).toEqual([])
  })

  it('of several files come in as one scene, each under its name', async () => {
    const said = await read(text('one.stl', stlText), text('two.obj', objText))
    expect(last(said, 'unit-wanted').size).toEqual([1, 1, 1])
    const more: FromExchange[] = []
    readOn(0.001, (message) => void more.push(message))
    const { scene, leftOut } = last(more, 'scene')
    expect(scene.nodes.map(({ name, meshes }) => [name, meshes])).toEqual([
      ['one', [0]],
      ['tetra', [1]],
    ])
    expect(leftOut).toEqual(['materials of the OBJ file'])
  })

  it.each([
    ['an unknown ending', text('notes.txt', 'hello'), 'notes.txt: not a kind of file that is read here'],
    ['text that is no STL', text('bad.stl', 'hello'), 'its length does not fit the number of triangles'],
    ['an OBJ without faces', text('points.obj', 'v 0 0 0\n'), 'points.obj cannot be read: it holds no face.'],
    ['a broken glTF', text('bad.glb', 'hello'), 'bad.glb cannot be read'],
    ['an empty file', { name: 'empty.stl', bytes: new Uint8Array(0) }, 'empty.stl is empty.'],
    [
      'a mechanism that is no JSON',
      text('m.json', '{"format":"ligamen/mechanism"'),
      'm.json is not JSON text',
    ],
  ])('refuses %s by name', async (_, file, words) => {
    expect(last(await read(file), 'failed').problems[0]!.message).toContain(words)
  })

  it('refuse nothing for what lies beside them, and say what was left out', async () => {
    const said = await read(text('tetra.stl', stlText), text('notes.txt', 'hello'), text('skin.png', 'x'))
    last(said, 'unit-wanted')
    const more: FromExchange[] = []
    readOn(1, (message) => void more.push(message))
    expect(last(more, 'scene').leftOut).toEqual(['notes.txt: not a kind of file that is read here'])
  })
})

describe('a mechanism', () => {
  it('goes out as a document and comes in the same', async () => {
    const { name, bytes } = await written('document')
    expect(name).toBe('walking-beam.json')
    const said = await read({ name, bytes })
    expect(last(said, 'mechanism')).toMatchObject({
      document: JSON.parse(JSON.stringify(walkingBeam)),
      meshes: [],
      leftOut: [],
    })
  })

  it('goes out with its meshes in a zip, which come back unless they were altered', async () => {
    const more: FromExchange[] = []
    await readFiles([text('tetra.stl', stlText)], () => undefined)
    readOn(1, (message) => void more.push(message))
    const { stored, mesh } = last(more, 'scene').meshes[0]!
    const document = structuredClone(walkingBeam) as MechanismDocument
    document.parts.push({
      id: 'brought',
      name: 'Brought',
      shape: 'imported',
      dimensions: { width: 1, depth: 1, height: 1 },
      mesh: stored.hash,
      colour: '#888888',
    })
    document.bodies[4]!.parts.push({ id: 'brought-here', part: 'brought' })
    const { name, bytes } = await written('document', document, {
      [stored.hash]: { positions: mesh.positions, faces: mesh.faces },
    })
    expect(name).toBe('walking-beam.zip')
    const whole = last(await read({ name, bytes }), 'mechanism')
    expect([whole.meshes[0]!.stored.hash, whole.leftOut]).toEqual([stored.hash, []])

    const entries = unzipSync(bytes)
    entries[`meshes/${stored.hash}.triangles`]![0]! ^= 1
    const altered = last(await read({ name, bytes: zipSync(entries) }), 'mechanism')
    expect([altered.meshes, altered.leftOut]).toEqual([[], [`the triangles ${stored.hash.slice(0, 8)}…`]])
  })

  it('goes out as GLB and comes in with a node for every body', async () => {
    const { name, bytes } = await written('glb')
    const { scene, meshes } = last(await read({ name, bytes }), 'scene')
    expect(scene.unit).toBe(1)
    expect(scene.nodes.map((node) => node.name)).toEqual(walkingBeam.bodies.map((body) => body.name))
    const placed = walkingBeam.bodies.reduce((sum, { parts }) => sum + parts.length, 0)
    expect(meshes).toHaveLength(placed)
    const colours = new Set(scene.meshes.map(({ colour }) => colour))
    for (const { colour } of walkingBeam.parts) expect(colours).toContain(colour)
  })

  it('goes out as STL with all its triangles in ground', async () => {
    const { name, bytes } = await written('stl')
    expect([name, bytes.length]).toEqual([
      'walking-beam.stl',
      84 + 50 * new DataView(bytes.buffer).getUint32(80, true),
    ])
    const said = await read({ name, bytes })
    const size = last(said, 'unit-wanted').size
    // the frame's base is 260 mm wide
    expect(Math.max(...size)).toBeGreaterThanOrEqual(0.26)
    readOn(1, () => undefined)
  })

  it('goes out as URDF with its meshes, and comes in with the same bodies', async () => {
    const { name, bytes, leftOut } = await written('urdf')
    expect(name).toBe('walking-beam-urdf.zip')
    expect(leftOut.length).toBeGreaterThan(0)
    const { document } = last(await read({ name, bytes }), 'mechanism')
    expect(document.bodies.map((body) => body.name).sort()).toEqual(
      walkingBeam.bodies.map((body) => body.name).sort(),
    )
  })
})

describe('a new format', () => {
  it('is written as soon as it is listed', async () => {
    const names: OutFormat = {
      kind: 'names',
      name: 'Names',
      note: 'a body a line',
      write: ({ document }) =>
        Promise.resolve({
          ok: true,
          value: { ending: '.txt', bytes: strToU8(document.bodies.map((body) => body.name).join('\n')) },
        }),
    }
    const listed = outFormats as OutFormat[]
    listed.push(names)
    try {
      const { name, bytes } = await written('names')
      expect([name, new TextDecoder().decode(bytes)]).toEqual([
        'walking-beam.txt',
        'Frame\nCrank\nCoupler\nRocker\nBeam',
      ])
    } finally {
      listed.pop()
    }
  })
})

describe('a zip', () => {
  it('is refused when it is broken or holds nothing', async () => {
    expect(last(await read(text('bad.zip', 'hello')), 'failed').problems[0]!.code).toBe('zip-broken')
    const nothing = last(await read({ name: 'nothing.zip', bytes: zipSync({}) }), 'failed')
    expect(nothing.problems[0]!.message).toBe('The zip is empty.')
  })

  it('may hold files in folders', async () => {
    const bytes = zipSync({ 'shapes/tetra.stl': strToU8(stlText) })
    expect(last(await read({ name: 'all.zip', bytes }), 'unit-wanted').name).toBe('tetra.stl')
    readOn(1, () => undefined)
  })
})
