/** Films of this browser: the one that is being made, and those that are made or wait to go on. */
import { listed } from '@ligamen/core'
import type { MechanismDocument } from '@ligamen/core'
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
import { frameCount } from './protocol'
import type { FilmPlan, FromFilm, ToFilm } from './protocol'

const ENDINGS = { mp4: 'mp4', webm: 'webm', gif: 'gif', png: 'zip' } as const

/** What a film is to be made of; the document is that which is open. */
export type FilmOf = Pick<FilmPlan, 'mechanism' | 'stretches' | 'view' | 'settings'>

const scenarioNamed = ({ scenarios }: MechanismDocument, id: string) =>
  scenarios.find((one) => one.id === id)?.name ?? id

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
    making.value = { plan, phase: 'solving', done: 0, total: frameCount(plan), left: null }
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
    async make(of: FilmOf, palette: Palette, inks: Inks) {
      const { document } = mechanism
      if (!document) return
      const names = of.stretches.map(({ scenario }) => scenarioNamed(document, scenario))
      const plan: FilmPlan = {
        id: newId(),
        name: `${document.name}, ${listed(names)}`,
        asked: new Date().toISOString(),
        ...of,
        document: JSON.parse(JSON.stringify(document)),
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
