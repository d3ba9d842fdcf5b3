/** Films of this browser: the one that is being made, and those that are made or wait to go on. */
import type { Camera } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { newId } from '~/model/document/new-id'
import { meshes } from '~/model/meshes/meshes'
import { saveFile } from '~/model/save-file'
import type { Palette } from '~/view/three/palette'
import type { Inks } from '~/view/writing/paint'
import { FilmFolder, keptFilms } from './film-folder'
import type { KeptFilm } from './film-folder'
import { Pace } from './pace'
import type { Making } from './pace'
import { frameTimes } from './protocol'
import type { FilmPlan, FilmSettings, FromFilm, ToFilm } from './protocol'

const ENDINGS = { mp4: 'mp4', webm: 'webm', png: 'zip' } as const

export const useFilmsStore = defineStore('films', () => {
  const mechanism = useMechanismStore()
  const kept = shallowRef<readonly KeptFilm[]>([])
  const making = shallowRef<Making | null>(null)
  const preview = shallowRef<ImageBitmap | null>(null)
  const fault = ref('')
  let worker: Worker | null = null
  const pace = new Pace()

  const look = async () => {
    kept.value = await keptFilms()
  }

  function end() {
    worker?.terminate()
    worker = null
    making.value = null
    preview.value?.close()
    preview.value = null
    return look()
  }

  function hear(plan: FilmPlan, message: FromFilm) {
    if (message.type === 'frame' || message.type === 'writing') {
      making.value = pace.noted(plan, message.type === 'frame' ? 'drawing' : 'writing', message)
      if (message.type === 'writing' || !message.preview) return
      preview.value?.close()
      preview.value = message.preview
    } else if (message.type !== 'solving') {
      if (message.type === 'failed') fault.value = message.message
      void end()
    }
  }

  /** Makes a film, or goes on with one at its next frame. */
  async function run(plan: FilmPlan) {
    if (making.value) return
    fault.value = ''
    const total = frameTimes(plan.settings).length
    making.value = { plan, phase: 'solving', done: 0, total, left: null }
    const made = new Worker(new URL('./film.worker.ts', import.meta.url), { type: 'module' })
    worker = made
    made.onmessage = ({ data }: MessageEvent<FromFilm>) => worker === made && hear(plan, data)
    made.onerror = ({ message }) => {
      fault.value = `The film could not be made: ${message}`
      void end()
    }
    const hashes = plan.document.parts.flatMap(({ mesh }) => mesh ?? [])
    const question: ToFilm = { type: 'make', plan, meshes: meshes.atHand(hashes) }
    made.postMessage(question)
  }

  return {
    kept,
    making,
    preview,
    fault,
    look,
    run,
    /** Frames that are drawn stay, and it goes on from there. */
    pause: end,
    async make(settings: FilmSettings, view: Camera, palette: Palette, inks: Inks, of: string) {
      const { document, scenario } = mechanism
      if (!document || !scenario) return
      const plan: FilmPlan = {
        id: newId(),
        name: `${document.name}, ${scenario.name}`,
        asked: new Date().toISOString(),
        mechanism: of,
        document: JSON.parse(JSON.stringify(document)),
        scenario: scenario.id,
        view,
        settings,
        palette: { ...palette },
        inks,
      }
      await (await FilmFolder.open(plan.id)).keepPlan(plan)
      await run(plan)
    },
    async remove(id: string) {
      if (making.value?.plan.id === id) await end()
      await FilmFolder.remove(id)
      await look()
    },
    download,
  }
})

async function download({ plan }: KeptFilm): Promise<void> {
  const film = await (await FilmFolder.open(plan.id)).film()
  if (film) saveFile(`${plan.name}.${ENDINGS[plan.settings.format]}`, film)
}
