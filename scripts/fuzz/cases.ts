/**
 * Cases of each kind, one after the other in a process of its own: whoever started it watches the time and ends it. Each case is
 * made of the seed and its number alone.
 */
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { compileDocument, openModel, packTriangles, parseQuantity } from '@ligamen/core'
import type { MechanismDocument } from '@ligamen/core'
import { strToU8, zipSync } from 'fflate'
import type { FromExchange } from '../../app/workers/exchange/protocol'
import { readFiles, readOn } from '../../app/workers/exchange/read-files'
import { writeFile } from '../../app/workers/exchange/write-file'
import { check } from '../../server/checks/document'
import { pack, unpack } from '../../server/checks/packing'
import { junk, mutate, quantity, Random, spoil } from './random'

export type Kind = 'documents' | 'patches' | 'quantities' | 'files'

/** What is wrong with the answer; null for nothing. */
type Case = (random: Random) => string | null | Promise<string | null>

const documents = ['demo/files', 'docs/format/examples'].flatMap((folder) =>
  readdirSync(folder).map(
    (name) => JSON.parse(readFileSync(join(folder, name), 'utf8')) as MechanismDocument,
  ),
)
/** The line of 42 bodies takes as long as fifty others. */
const small = documents.filter(({ bodies }) => bodies.length < 20)
const base = (random: Random) =>
  structuredClone(random.next() < 0.02 ? random.of(documents) : random.of(small))
const isFinite = (numbers: Iterable<number>) => [...numbers].every(Number.isFinite)
const isTold = (problems: readonly { message: string }[]) =>
  problems.length > 0 && problems.every(({ message }) => typeof message === 'string' && message !== '')

const mutated: Case = (random) => {
  const document = base(random)
  mutate(document as unknown as Record<string, unknown>, random)
  const compiled = compileDocument(document)
  if (!compiled.ok) return isTold(compiled.problems) ? null : 'refused without a word'
  const model = openModel(document)
  if (!model.ok) return isTold(model.problems) ? null : 'refused without a word'
  const { coordinates, poses } = model.value.home as { coordinates?: Float64Array; poses?: Float64Array }
  return isFinite(coordinates ?? []) && isFinite(poses ?? []) ? null : 'a home pose that is not a number'
}

const patched: Case = (random) => {
  const stored = base(random)
  const places = Object.keys(stored)
  const patch = Array.from({ length: 1 + random.below(4) }, () => ({
    op: random.of(['add', 'remove', 'replace', 'test', 'move', 'copy', '']),
    path: random.of([
      '',
      '/',
      ...places.map((key) => `/${key}/${random.of(['0', '-', '99', 'name', '~1'])}`),
    ]),
    ...(random.next() < 0.8 && { value: junk(random) }),
  }))
  const bytes = strToU8(JSON.stringify(random.next() < 0.9 ? patch : junk(random)))
  const checked = check({ bytes, stored: pack(JSON.stringify(stored)) })
  if (!checked.ok)
    return checked.fault !== 'rules' || isTold(checked.problems) ? null : 'refused without a word'
  return compileDocument(JSON.parse(unpack(checked.packed))).ok
    ? null
    : 'stored what does not pass its own check'
}

const typed: Case = (random) => {
  const dimension = random.of(['length', 'angle', 'time', 'speed', 'angularSpeed', 'mass'] as const)
  const text = random.next() < 0.7 ? quantity(random) : String(junk(random))
  const read = parseQuantity(text, dimension as 'length')
  return !read.ok || Number.isFinite(read.value) ? null : `“${text}” is read as ${String(read.value)}`
}

let samples: Promise<{ name: string; bytes: Uint8Array }[]> | null = null

/** A file of each kind that is read. */
async function sampleFiles(): Promise<{ name: string; bytes: Uint8Array }[]> {
  const [first] = small
  const model = openModel(first)
  if (!model.ok) throw new Error('the sample does not open')
  const written = await Promise.all(
    ['document', 'urdf', 'glb', 'stl'].map(async (kind) => {
      const said: FromExchange[] = []
      const poses = Float64Array.from(first!.bodies.flatMap(() => [0, 0, 0, 1, 0, 0, 0]))
      await writeFile({ type: 'write', kind, document: first!, poses, meshes: {} }, (m) => void said.push(m))
      return said.flatMap((m) => (m.type === 'written' ? [{ name: m.name, bytes: m.bytes }] : []))
    }),
  )
  const step = 'node_modules/occt-import-js/test/testfiles'
  const corner = 'v 0 0 0\nv 1 0 0\nv 0 1 0\nv 0 0 1\no tetra\nf 1 3 2\nf 1 2 4\nf 2 3 4\nf 3 1 4\n'
  const mesh =
    '<mesh><vertices><vertex x="0" y="0" z="0"/><vertex x="1" y="0" z="0"/><vertex x="0" y="1" z="0"/></vertices><triangles><triangle v1="0" v2="1" v3="2"/></triangles></mesh>'
  const threeMf = `<model unit="millimeter"><resources><object id="1">${mesh}</object><object id="2"><components><component objectid="1" transform="1 0 0 0 1 0 0 0 1 5 5 5"/></components></object></resources><build><item objectid="2"/></build></model>`
  const facets = packTriangles({ positions: new Float32Array([0, 0, 0, 1, 0, 0, 0, 1, 0]) })
  return [
    ...written.flat(),
    { name: 'cube.step', bytes: readFileSync(join(step, 'cube-fcstd/cube.step')) },
    { name: 'part.obj', bytes: strToU8(corner) },
    {
      name: 'text.stl',
      bytes: strToU8(
        'solid t\nfacet normal 0 0 1\nouter loop\nvertex 0 0 0\nvertex 1 0 0\nvertex 0 1 0\nendloop\nendfacet\nendsolid t\n',
      ),
    },
    { name: 'part.3mf', bytes: zipSync({ '3D/3dmodel.model': strToU8(threeMf) }) },
    { name: 'model.xml.3mf', bytes: zipSync({ '3D/a.model': [strToU8(threeMf), { level: 0 }] }) },
    { name: 'raw.triangles', bytes: new Uint8Array(facets) },
  ]
}

const read: Case = async (random) => {
  const { name, bytes } = random.of(await (samples ??= sampleFiles()))
  // the kernel of STEP may go on for ever; the app ends it, and so does whoever started this
  if (/\.step$/.test(name)) process.send!({ kernel: true })
  const said: FromExchange[] = []
  const hear = (message: FromExchange) => void said.push(message)
  await readFiles([{ name, bytes: spoil(bytes, random) }], hear)
  if (said.at(-1)?.type === 'unit-wanted') readOn(0.001, hear)
  const last = said.at(-1)
  if (!last) return `${name}: nothing was said`
  if (last.type === 'failed') return isTold(last.problems) ? null : `${name}: refused without a word`
  if (last.type !== 'scene') return last.type === 'mechanism' ? null : `${name}: ended with ${last.type}`
  const box = last.meshes.flatMap(({ stored }) => [...stored.size, ...stored.centre])
  return isFinite(box) ? null : `${name}: a box that is not a number`
}

const cases: Readonly<Record<Kind, Case>> = {
  documents: mutated,
  patches: patched,
  quantities: typed,
  files: read,
}

process.on('message', ({ kind, seed, from, to }: { kind: Kind; seed: number; from: number; to: number }) => {
  void (async () => {
    for (let k = from; k < to; k++) {
      process.send!({ began: k })
      try {
        const wrong = await cases[kind](new Random(seed * 7919 + k))
        if (wrong !== null) process.send!({ k, wrong })
      } catch (error) {
        process.send!({ k, threw: String((error as Error).stack ?? error) })
      }
    }
    process.send!({ ended: true })
  })()
})
process.send!({ ready: true })
