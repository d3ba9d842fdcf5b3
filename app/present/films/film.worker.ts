/**
 * Makes a film: solves the scenario at the times of its frames, draws one after the other and keeps each, then puts them into
 * a file. Whatever ends it, it goes on at the next frame, and the file is made of the same frames.
 */
import { keepMesh, meshOfTriangles, reasons } from '@ligamen/core'
import type { Mesh } from '@ligamen/core'
import inter from '@fontsource/inter/files/inter-latin-500-normal.woff2?url'
import interBold from '@fontsource/inter/files/inter-latin-600-normal.woff2?url'
import { display } from '~/fields/display'
import { FilmStage } from '~/view/three/film-stage'
import { encodeFilm } from './encode'
import { FilmFolder } from './film-folder'
import { frameTimes } from './protocol'
import type { FilmPlan, FromFilm, ToFilm } from './protocol'

/** Between two small pictures of how far it is [ms]. */
const SHOWN_EVERY = 500
const PREVIEW = 320

const say = (message: FromFilm, transfer: Transferable[] = []) =>
  (globalThis as unknown as Worker).postMessage(message, transfer)

globalThis.onmessage = async ({ data }: MessageEvent<ToFilm>) => {
  try {
    await make(data.plan, data.meshes)
  } catch (error) {
    say({ type: 'failed', message: wordsOf(error as Error) })
  }
}

function wordsOf(error: Error): string {
  if (error.name === 'QuotaExceededError')
    return 'There is no room left in this browser; what is made so far is kept. Delete films that are no longer needed, and go on.'
  return error.message
}

async function make(plan: FilmPlan, meshes: readonly (readonly [string, Float32Array])[]): Promise<void> {
  const folder = await FilmFolder.open(plan.id)
  const times = frameTimes(plan.settings)
  const total = times.length
  const kept = await folder.framesKept(total)
  if (kept < total) {
    say({ type: 'solving' })
    await loadFonts()
    const stage = openStage(plan, times, meshes)
    let shown = -Infinity
    for (let k = kept; k < total; k++) {
      stage.draw(k)
      await folder.keepFrame(k, await stage.canvas.convertToBlob({ type: 'image/png' }))
      const isShown = performance.now() - shown > SHOWN_EVERY || k === total - 1
      if (isShown) shown = performance.now()
      const preview = isShown ? await createImageBitmap(stage.canvas, { resizeWidth: PREVIEW }) : null
      say({ type: 'frame', done: k + 1, total, preview }, preview ? [preview] : [])
    }
    stage.dispose()
  }
  await encodeFilm(folder, plan.settings, total, (done) => say({ type: 'writing', done, total }))
  await folder.dropFrames()
  say({ type: 'made', bytes: (await folder.film())?.size ?? 0 })
}

function openStage(
  plan: FilmPlan,
  times: Float64Array,
  meshes: readonly (readonly [string, Float32Array])[],
): FilmStage {
  const known = new Map<string, Mesh>()
  for (const [hash, positions] of meshes) {
    keepMesh(hash, { positions })
    known.set(hash, meshOfTriangles(positions))
  }
  const { document, scenario, view, palette, inks, settings } = plan
  const stage = FilmStage.open({
    document,
    scenario,
    view,
    times,
    width: settings.width,
    height: settings.height,
    palette,
    inks,
    display: (value, dimension) => display(value, dimension, 0),
    meshes: (hash) => known.get(hash),
  })
  if (!stage.ok) throw new Error(reasons(stage.problems))
  return stage.value
}

async function loadFonts(): Promise<void> {
  const { fonts } = globalThis as unknown as { fonts: FontFaceSet }
  for (const [url, weight] of [
    [inter, '500'],
    [interBold, '600'],
  ] as const)
    fonts.add(await new FontFace('Inter', `url(${url})`, { weight }).load())
}
