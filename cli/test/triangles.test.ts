/** Imported parts on the command line: their triangles, in a zip or a folder beside the document, touch and weigh as in the app. */
import { createHash } from 'node:crypto'
import { mkdirSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { box } from '../../core/test/proximity/solids'
import { packTriangles } from '@ligamen/core'
import { clearance } from '../src/clearance'
import { readMechanism } from '../src/files'
import { solve } from '../src/solve'
import { catchPrinted, printed } from './printed'

const folder = mkdtempSync(join(tmpdir(), 'ligamen-triangles-'))
/** Height of the middle of the packet over the bench at first, and at rest [m]. */
const [HIGH, LOW] = [0.0825, 0.0625]

catchPrinted()

/** A packet from a file falls onto a bench. @param side of the packet, so that each test has triangles of its own [m] */
function fallingPacket(side: number) {
  const content = packTriangles({ positions: box(side, side, 2 * LOW) })
  const mesh = createHash('sha256').update(content).digest('hex')
  const document = {
    format: 'ligamen/mechanism',
    version: 1,
    name: 'Falling packet',
    parts: [
      {
        id: 'bench-part',
        name: 'Bench',
        shape: 'box',
        colour: '#888888',
        dimensions: { width: '1 m', depth: '1 m', height: '1 m' },
      },
      {
        id: 'packet-part',
        name: 'Packet',
        shape: 'imported',
        mesh,
        colour: '#888888',
        dimensions: { width: side, depth: side, height: 2 * LOW },
      },
    ],
    bodies: [
      {
        id: 'bench',
        name: 'Bench',
        grounded: true,
        parts: [{ id: 'bench-placed', part: 'bench-part' }],
        pose: { position: [0, 0, -0.5] },
      },
      {
        id: 'packet',
        name: 'Packet',
        parts: [{ id: 'packet-placed', part: 'packet-part' }],
        pose: { position: [0, 0, HIGH] },
      },
    ],
    datums: [{ id: 'middle', body: 'packet', name: 'Middle' }],
    joints: [],
    contacts: [{ id: 'lands', name: 'Packet on the bench', a: 'bench', b: 'packet', friction: 0.4 }],
    probes: [{ id: 'height', name: 'Height', kind: 'datum-position', datum: 'middle', along: 'z' }],
    scenarios: [{ id: 'fall', name: 'Fall', length: '0.2 s', frameRate: 50, mode: 'free', drivers: [] }],
  }
  return { document, entry: `meshes/${mesh}.triangles`, content }
}

const written = (name: string, content: Uint8Array | string): string => {
  writeFileSync(join(folder, name), content)
  return join(folder, name)
}
/** Where the packet is at the end [m]. */
async function heightAtEnd(file: string): Promise<number> {
  const target = join(folder, 'result.json')
  expect(await solve(file, { scenario: 'Fall', probe: ['Height'], json: target }), printed.faults).toBe(0)
  const { columns } = JSON.parse(readFileSync(target, 'utf8'))
  return columns[0].values.at(-1)
}

describe('a mechanism with a part from a file', () => {
  it('comes to rest on what it lands on, from a zip', async () => {
    const { document, entry, content } = fallingPacket(0.125)
    const zip = zipSync({ 'mechanism.json': strToU8(JSON.stringify(document)), [entry]: content })
    expect(await heightAtEnd(written('packet.zip', zip))).toBeCloseTo(LOW, 12)
    expect(printed.faults).not.toContain('damaged')
    expect(await clearance(join(folder, 'packet.zip'), {})).toBe(0)
    expect(printed.out).not.toContain('not in the file')
  })

  it('does so from a folder beside the document', async () => {
    const { document, entry, content } = fallingPacket(0.25)
    mkdirSync(join(folder, 'meshes'), { recursive: true })
    written(entry, content)
    expect(await heightAtEnd(written('packet.json', JSON.stringify(document)))).toBeCloseTo(LOW, 12)
  })

  it('is not solved without its triangles, or with damaged ones, which is said', async () => {
    const { document, entry, content } = fallingPacket(0.375)
    const spoilt = content.slice()
    spoilt[7]! ^= 1
    const zip = zipSync({ 'mechanism.json': strToU8(JSON.stringify(document)), [entry]: spoilt })
    expect(await solve(written('spoilt.zip', zip), { scenario: 'Fall' })).toBe(3)
    expect(printed.faults).toContain(`${entry} is damaged`)
    expect(printed.faults).toContain('Packet can move, but no mass resists.')
    printed.faults = ''
    expect(await solve(written('bare.json', JSON.stringify(document)), { scenario: 'Fall' })).toBe(3)
    expect(printed.faults).toMatch(/^Packet on the bench does nothing: .* whose triangles are not at hand/)
  })

  it.each([
    ['a zip without a mechanism', zipSync({ 'notes.txt': strToU8('seed') }), 'zip-without-mechanism'],
    ['a zip that is broken', Uint8Array.of(0x50, 0x4b, 3, 4, 9, 9, 9), 'zip-broken'],
    ['parts that are no list', '{"parts": {"mesh": 1}}', null],
    ['parts that are nothing', '{"parts": [null, 7]}', null],
  ])('is refused where it is %s', async (name, content, code) => {
    const read = await readMechanism(written(`${name}.zip`, content))
    expect(read.ok).toBe(false)
    if (code && !read.ok) expect(read.problems[0].code).toBe(code)
  })
})
