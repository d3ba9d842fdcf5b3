/** Prints a page to PDF by the Chromium that is installed; without one it says what to install. */
import { execFile } from 'node:child_process'
import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'

const NAMES = ['chromium', 'chromium-browser', 'google-chrome']
/** [ms] */
const LONGEST = 60_000

/** Null when it is written, else why not. */
export async function printPdf(html: string, target: string): Promise<string | null> {
  const folder = await mkdtemp(join(tmpdir(), 'ligamen-'))
  try {
    const page = join(folder, 'report.html')
    await writeFile(page, html)
    return await print(page, target, folder)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}

async function print(page: string, target: string, folder: string): Promise<string | null> {
  const { CHROMIUM } = process.env
  const isRoot = process.getuid?.() === 0
  for (const program of CHROMIUM ? [CHROMIUM] : NAMES) {
    try {
      await promisify(execFile)(
        program,
        [
          '--headless',
          ...(isRoot ? ['--no-sandbox'] : []),
          `--user-data-dir=${join(folder, 'profile')}`,
          '--no-pdf-header-footer',
          `--print-to-pdf=${target}`,
          `file://${page}`,
        ],
        { timeout: LONGEST },
      )
      return null
    } catch (error) {
      const { code, message } = error as { code?: unknown; message: string }
      if (code !== 'ENOENT') return `${target} cannot be printed: ${message.split('\n')[0]}`
    }
  }
  return CHROMIUM
    ? `There is no program ${CHROMIUM}; CHROMIUM must name an installed Chromium.`
    : 'Printing to PDF takes an installed Chromium: on Debian, apt install chromium, or name it in CHROMIUM.'
}
