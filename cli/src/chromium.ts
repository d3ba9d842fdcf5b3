/** The Chromium that is installed, which prints pages and makes films. */
import { access, constants } from 'node:fs/promises'
import { delimiter, join } from 'node:path'

const NAMES = ['chromium', 'chromium-browser', 'google-chrome']

/** Path of the program; what to do when there is none, as a sentence. @param what it is needed for, such as "Printing to PDF" */
export async function findChromium(what: string): Promise<{ path: string } | { missing: string }> {
  const { CHROMIUM, PATH = '' } = process.env
  if (CHROMIUM)
    return (await isProgram(CHROMIUM))
      ? { path: CHROMIUM }
      : { missing: `There is no program ${CHROMIUM}; CHROMIUM must name an installed Chromium.` }
  for (const name of NAMES)
    for (const folder of PATH.split(delimiter).filter(Boolean))
      if (await isProgram(join(folder, name))) return { path: join(folder, name) }
  return {
    missing: `${what} takes an installed Chromium: on Debian, apt install chromium, or name it in CHROMIUM.`,
  }
}

const isProgram = (path: string): Promise<boolean> =>
  access(path, constants.X_OK).then(
    () => true,
    () => false,
  )

/** How it is started without a window. @param profile a folder of its own */
export const headless = (profile: string): string[] => [
  '--headless',
  // it refuses to keep pages apart for the superuser
  ...(process.getuid?.() === 0 ? ['--no-sandbox'] : []),
  `--user-data-dir=${profile}`,
]
