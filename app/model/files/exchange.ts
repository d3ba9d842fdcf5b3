/** Files in and out, as the screen sees them: see exchanger.ts. */
import { POSE } from '@ligamen/core'
import type { MechanismDocument } from '@ligamen/core'
import { later } from '~/model/later'
import { saveFile } from '~/model/save-file'
import { meshes } from '~/model/meshes/meshes'
import type { AskedMotion, AskedPicture, FromExchange } from '~/workers/exchange/protocol'
import { useMechanismStore } from '../document/mechanism'
import { usePoseStore } from '../pose/pose'
import { useSelectionStore } from '../screen/selection'
import { Exchanger, NOTHING_GOING_ON } from './exchanger'
import type { ExchangePorts } from './exchanger'

export const useExchangeStore = defineStore('exchange', () => {
  const mechanism = useMechanismStore()
  const pose = usePoseStore()
  const selection = useSelectionStore()
  const view = shallowRef(NOTHING_GOING_ON)
  const exchanger = new Exchanger({
    start,
    store: (prepared) => meshes.put(prepared.map(({ stored, mesh }) => ({ hash: stored.hash, mesh }))),
    isEmpty: () => (mechanism.document?.bodies.length ?? 0) === 0,
    edit: mechanism.edit,
    select: (bodies) => selection.selectAll(bodies.map((id) => ({ kind: 'body', id }))),
    save: saveFile,
    later,
    changed: (now) => {
      view.value = now
    },
  })

  /** The mechanism where it is on screen, as a file; what else a format needs comes with it. */
  async function write(kind: string, more: { motion?: AskedMotion; picture?: AskedPicture } = {}) {
    await mechanism.settled()
    const { document } = mechanism
    const { shown } = pose
    if (!document || !shown) return
    const triangles = document.parts.flatMap(({ mesh: hash }) => {
      const mesh = hash ? meshes.get(hash) : undefined
      return mesh ? [[hash!, { positions: mesh.positions, faces: mesh.faces }] as const] : []
    })
    exchanger.write({
      type: 'write',
      kind,
      document: JSON.parse(JSON.stringify(document)) as MechanismDocument,
      poses: shown.poses.slice(shown.at, shown.at + POSE * shown.bodies.length),
      meshes: Object.fromEntries(triangles),
      ...more,
    })
  }

  return {
    busy: computed(() => view.value.busy),
    unitWanted: computed(() => view.value.unitWanted),
    placeWanted: computed(() => view.value.placeWanted),
    fault: computed(() => view.value.fault),
    done: computed(() => view.value.done),
    read: (files: readonly File[]) => exchanger.read(files),
    giveUnit: (metres: number) => exchanger.giveUnit(metres),
    bringBeside: () => exchanger.bringBeside(),
    replace: () => exchanger.replace(),
    cancel: () => exchanger.cancel(),
    write,
  }
})

const start: ExchangePorts['start'] = (hear, failed) => {
  const worker = new Worker(new URL('../../workers/exchange/exchange.worker.ts', import.meta.url), {
    type: 'module',
  })
  worker.onmessage = ({ data }: MessageEvent<FromExchange>) => void hear(data)
  worker.onerror = (event) => failed(event.message)
  return {
    post: (message, transfer = []) => worker.postMessage(message, transfer),
    end: () => worker.terminate(),
  }
}
