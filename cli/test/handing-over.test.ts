/** `ligamen page` and `ligamen film`, as they are called: what is written, and what is refused. */
import { execFile } from 'node:child_process'
import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { promisify } from 'node:util'
import { describe, expect, it } from 'vitest'

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
