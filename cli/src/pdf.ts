/** Prints a page to PDF by the Chromium that is installed; without one it says what to install. */
import { execFile } from 'node:child_process'
import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { findChromium, headless } from './chromium'

/** [ms] */
const LONGEST = 60_000

/** Null when it is written, else why not. */
export async function printPdf(html: string, target: string): Promise<string | null> {
  const found = await findChromium('Printing to PDF')
  if ('missing' in found) return found.missing
  const folder = await mkdtemp(join(tmpdir(), 'ligamen-'))
  try {
    const page = join(folder, 'report.html')
    await writeFile(page, html)
    const args = ['--no-pdf-header-footer', `--print-to-pdf=${target}`, `file://${page}`]
    await promisify(execFile)(found.path, [...headless(join(folder, 'profile')), ...args], {
      timeout: LONGEST,
    })
    return null
  } catch (error) {
    return `${target} cannot be printed: ${(error as Error).message.split('\n')[0]}`
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}
