/** `ligamen page` and `ligamen film`, as they are called: what is written, and what is refused. */
import { execFile } from 'node:child_process'
import { createHash } from 'node:crypto'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { promisify } from 'node:util'
import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { packTriangles } from '@ligamen/core'
import { box } from '../../core/test/proximity/solids'

const file = (path: string) => fileURLToPath(new URL(`../../${path}`, import.meta.url))
const LIGAMEN = file('cli/bin/ligamen.mjs')
const SEED_LINE = file('demo/files/seed-line.json')
const BEAM = file('demo/files/walking-beam.json')
const folder = mkdtempSync(join(tmpdir(), 'ligamen-hand-over-'))
const at = (name: string) => join(folder, name)

async function ligamen(...args: string[]): Promise<{ code: number; out: string; faults: string }> {
  try {
    const { stdout, stderr } = await promisify(execFile)(process.execPath, [LIGAMEN, ...args])
    return { code: 0, out: stdout, faults: stderr }
  } catch (error) {
    const { code, stdout, stderr } = error as { code: number; stdout: string; stderr: string }
    return { code, out: stdout, faults: stderr }
  }
}

describe('a page', () => {
  it(
    'of the demo holds its document and everything that it needs, in less than 3 MB',
    { timeout: 60_000 },
    async () => {
      const { code, out } = await ligamen('page', SEED_LINE, '--out', at('line.html'))
      expect([code, out]).toEqual([0, expect.stringMatching(/line\.html: 42 bodies, \d+ KiB/)])
      const page = readFileSync(at('line.html'), 'utf8')
      expect(page.length).toBeLessThan(3e6)
      const content = /<script id="content" type="application\/json">(.*?)<\/script>/s.exec(page)![1]!
      expect(JSON.parse(content).document).toEqual(JSON.parse(readFileSync(SEED_LINE, 'utf8')))
      // nothing is fetched: no address but those of names in XML
      const addresses = page.match(/\b(?:src|href)="[^"]*"/g) ?? []
      expect(addresses.filter((one) => !/"(#|data:|blob:)/.test(one))).toEqual([])
    },
  )

  it(
    'holds the triangles of imported parts, or says that they are missing',
    { timeout: 60_000 },
    async () => {
      const content = packTriangles({ positions: box(0.02, 0.03, 0.04) })
      const mesh = createHash('sha256').update(content).digest('hex')
      const beam = JSON.parse(readFileSync(BEAM, 'utf8'))
      beam.parts.push({
        id: 'cover-part',
        name: 'Cover',
        shape: 'imported',
        mesh,
        colour: '#888888',
        dimensions: { width: '20 mm', depth: '30 mm', height: '40 mm' },
      })
      const text = strToU8(JSON.stringify(beam))
      writeFileSync(
        at('whole.zip'),
        zipSync({ 'mechanism.json': text, [`meshes/${mesh}.triangles`]: content }),
      )
      const whole = await ligamen('page', at('whole.zip'), '--out', at('whole.html'))
      expect([whole.code, whole.faults]).toEqual([0, ''])
      expect(readFileSync(at('whole.html'), 'utf8')).toContain(Buffer.from(content).toString('base64'))
      writeFileSync(at('bare.json'), text)
      const bare = await ligamen('page', at('bare.json'), '--out', at('bare.html'))
      expect([bare.code, bare.faults]).toEqual([
        0,
        expect.stringContaining('The triangles of one imported shape are not beside the document'),
      ])
    },
  )

  it('is refused where it cannot be written, or there is nothing to show', async () => {
    const nowhere = await ligamen('page', BEAM, '--out', at('no/such/folder.html'))
    expect([nowhere.code, nowhere.faults]).toEqual([2, expect.stringContaining('cannot be written')])
    const missing = await ligamen('page', at('nothing.json'), '--out', at('x.html'))
    expect([missing.code, missing.faults]).toEqual([1, expect.stringContaining('cannot be read')])
  })
})

describe('a film', () => {
  it('is made through the installed Chromium, and ends as WebM ends', { timeout: 120_000 }, async () => {
    const size = ['--size', '160x90', '--to', '0.2 s']
    const { code, out, faults } = await ligamen('film', BEAM, '--out', at('beam.webm'), ...size)
    expect([code, out, faults]).toEqual([0, `${at('beam.webm')}: Walking beam, 160x90\n`, ''])
    // the first bytes of every WebM (EBML)
    expect([...readFileSync(at('beam.webm')).subarray(0, 4)]).toEqual([0x1a, 0x45, 0xdf, 0xa3])
  })

  it.each([
    [['--out', 'beam.avi'], 'must end with .mp4, .webm, .gif, .zip'],
    [['--out', 'x.mp4', '--size', 'wide'], 'write it as 1280x720'],
    [['--out', 'x.mp4', '--rate', '0'], '1 to 60 pictures a second'],
    [['--out', 'x.mp4', '--from', '2 s', '--to', '1 s'], 'must lie within Steady walk, which lasts 2.5 s'],
    [['--out', 'x.mp4', '--scenario', 'Nobody'], 'There is no scenario “Nobody”; there are: Steady walk'],
    [['--out', 'x.mp4', '--look', 'fancy'], 'drawing or showing'],
  ])('with %j is refused before it costs time', async (args, words) => {
    const { code, faults } = await ligamen('film', BEAM, ...args)
    expect([code, faults]).toEqual([2, expect.stringContaining(words)])
  })
})
