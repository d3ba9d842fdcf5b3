/** The worker that makes films: see make-film.ts. */
import inter from '@fontsource/inter/files/inter-latin-500-normal.woff2?url'
import interBold from '@fontsource/inter/files/inter-latin-600-normal.woff2?url'
import { loadInter } from '~/view/writing/fonts'
import { makeFilm } from './make-film'
import type { FromFilm, ToFilm } from './protocol'

const say = (message: FromFilm, transfer: Transferable[] = []) =>
  (globalThis as unknown as Worker).postMessage(message, transfer)

globalThis.onmessage = async ({ data }: MessageEvent<ToFilm>) => {
  try {
    // its frames are in one folder for all tabs; the lock goes with the worker, however that ends
    await navigator.locks.request(`film ${data.plan.id}`, { ifAvailable: true }, async (lock) => {
      if (!lock) throw new Error('This film is being made in another tab of this browser, and goes on there.')
      await makeFilm(data.plan, data.meshes, loadFonts, say)
    })
  } catch (error) {
    say({ type: 'failed', message: wordsOf(error as Error) })
  }
}

function wordsOf(error: Error): string {
  if (error.name === 'QuotaExceededError')
    return 'There is no room left in this browser; what is made so far is kept. Delete films that are no longer needed, and go on.'
  return error.message
}

function loadFonts(): Promise<void> {
  const { fonts } = globalThis as unknown as { fonts: FontFaceSet }
  return loadInter(fonts, inter, interBold)
}
