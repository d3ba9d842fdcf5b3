/**
 * Makes a film in a page without the app, for the command line: asks whoever serves the page what to make, says how far it is,
 * and hands the film back. Built into one file of HTML by scripts/steps/player.mjs.
 */
import type { PlayingPage } from '@ligamen/core'
import inter from '@fontsource/inter/files/inter-latin-500-normal.woff2'
import interBold from '@fontsource/inter/files/inter-latin-600-normal.woff2'
import { light } from '~/theme/tokens'
import { trianglesInText } from '~/view/meshes-at-hand'
import { paletteOf } from '~/view/three/palette'
import { loadInter } from '~/view/writing/fonts'
import { inksOf } from '~/view/writing/paint'
import { FilmFolder } from './film-folder'
import { makeFilm } from './make-film'
import type { FilmPlan, FromFilm } from './protocol'
import { filmFault, formatsHere } from './settings'

/** What it is asked for; `meshes` as in a page that plays. */
type Wish = Pick<FilmPlan, 'stretches' | 'settings'> & Pick<PlayingPage, 'document' | 'meshes'>

const say = (message: object) => void fetch('said', { method: 'POST', body: JSON.stringify(message) })

const loadFonts = () => loadInter(document.fonts, inter, interBold)

async function start(): Promise<void> {
  const wish = (await (await fetch('wish')).json()) as Wish
  const { width, height, format } = wish.settings
  const { quota = Infinity, usage = 0 } = await navigator.storage.estimate()
  const fault = filmFault(wish, quota - usage) || (await formatsHere(width, height))[format]
  if (fault) return say({ type: 'failed', message: fault })
  const colours = light.colors as Record<string, string>
  const plan: FilmPlan = {
    ...wish,
    id: 'film',
    name: wish.document.name,
    asked: new Date().toISOString(),
    mechanism: '',
    view: null,
    palette: paletteOf(colours),
    inks: inksOf(colours),
  }
  const told = (message: FromFilm) => {
    if (message.type !== 'frame') return say(message)
    message.preview?.close()
    say({ type: 'drawing', done: message.done, total: message.total })
  }
  await makeFilm(plan, trianglesInText(wish.meshes), loadFonts, told)
  await fetch('film', { method: 'PUT', body: (await (await FilmFolder.open('film')).film())! })
}

start().catch((error: unknown) => say({ type: 'failed', message: String((error as Error).message) }))
