/**
 * Makes a film: solves its scenarios at the times of its frames, draws one after the other and keeps each, then puts them into
 * a file. Whatever ends it, it goes on at the next frame, and the file is made of the same frames.
 */
import { reasons } from '@ligamen/core'
import type { Mesh } from '@ligamen/core'
import { display } from '~/fields/display'
import { meshesAtHand } from '~/view/meshes-at-hand'
import { FilmStage } from '~/view/three/film-stage'
import { encodeFilm } from './encode'
import { FilmFolder } from './film-folder'
import { frameCount, frameTimes } from './protocol'
import type { FilmPlan, FromFilm, Stretch, ToFilm } from './protocol'

/** Between two small pictures of how far it is [ms]. */
const SHOWN_EVERY = 500
const PREVIEW = 320

type Say = (message: FromFilm, transfer?: Transferable[]) => void
type Triangles = Extract<ToFilm, { type: 'make' }>['meshes']

/** @param fonts loads what is written with, before the first frame is drawn */
export async function makeFilm(
  plan: FilmPlan,
  triangles: Triangles,
  fonts: () => Promise<void>,
  say: Say,
): Promise<void> {
  const folder = await FilmFolder.open(plan.id)
  const total = frameCount(plan)
  const kept = await folder.framesKept(total)
  if (kept < total) {
    say({ type: 'solving' })
    await fonts()
    const meshes = meshesAtHand(triangles)
    /** The first frame of a stretch. */
    let first = 0
    for (const stretch of plan.stretches) {
      const count = frameTimes(stretch, plan.settings).length
      if (kept < first + count)
        await drawStretch({ plan, stretch, first, meshes }, folder, Math.max(kept, first), say)
      first += count
    }
  }
  await encodeFilm(folder, plan.settings, total, (done) => say({ type: 'writing', done, total }))
  await folder.dropFrames()
  say({ type: 'made', bytes: (await folder.film())?.size ?? 0 })
}

interface Part {
  readonly plan: FilmPlan
  readonly stretch: Stretch
  /** The frame at its start. */
  readonly first: number
  readonly meshes: ReadonlyMap<string, Mesh>
}

/** Draws and keeps the frames of one stretch from `from` on. */
async function drawStretch(
  { plan, stretch, first, meshes }: Part,
  folder: FilmFolder,
  from: number,
  say: Say,
): Promise<void> {
  const { document, view, palette, inks, settings } = plan
  const times = frameTimes(stretch, settings)
  const total = frameCount(plan)
  const opened = FilmStage.open({
    document,
    scenario: stretch.scenario,
    view,
    times,
    width: settings.width,
    height: settings.height,
    finer: settings.samples === 16 ? 2 : 1,
    palette,
    isShowing: settings.look === 'showing',
    inks,
    display: (value, dimension) => display(value, dimension, 0),
    meshes: (hash) => meshes.get(hash),
  })
  if (!opened.ok) throw new Error(reasons(opened.problems))
  const stage = opened.value
  let shown = -Infinity
  for (let k = from; k < first + times.length; k++) {
    stage.draw(k - first)
    await folder.keepFrame(k, await stage.canvas.convertToBlob({ type: 'image/png' }))
    const isShown = performance.now() - shown > SHOWN_EVERY || k === total - 1
    if (isShown) shown = performance.now()
    const preview = isShown ? await createImageBitmap(stage.canvas, { resizeWidth: PREVIEW }) : null
    say({ type: 'frame', done: k + 1, total, preview }, preview ? [preview] : [])
  }
  stage.dispose()
}
