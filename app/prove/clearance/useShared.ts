/** The volume that two bodies share where they are at the playhead: found on demand, by the solids themselves. */
import {
  bodyShape,
  formatNumber,
  frameOfPose,
  keepMesh,
  moveTriangles,
  POSE,
  resolvePlaces,
} from '@ligamen/core'
import type { PairClearance } from '@ligamen/core'
import { seconds } from '~/fields/display'
import { useMechanismStore } from '~/model/document/mechanism'
import { meshes } from '~/model/meshes/meshes'
import { usePlaybackStore } from '~/model/pose/playback'
import { usePoseStore } from '~/model/pose/pose'
import type { FromOverlap, OverlapBody } from '~/workers/overlap.worker'

export function useShared() {
  const mechanism = useMechanismStore()
  const playback = usePlaybackStore()
  const pose = usePoseStore()
  /** Of which pair, in words; empty while nothing was asked. */
  const said = ref({ pair: '', words: '' })
  let worker: Worker | null = null
  onScopeDispose(() => worker?.terminate())

  function solidsOf(ids: readonly string[]): OverlapBody[] | null {
    const { document } = mechanism
    const { shown } = pose
    if (!document || !shown) return null
    const plain = JSON.parse(JSON.stringify(document)) as typeof document
    for (const [hash, positions] of meshes.atHand(document.parts.flatMap(({ mesh }) => mesh ?? [])))
      keepMesh(hash, { positions })
    const places = resolvePlaces(plain)
    if (!places.ok) return null
    const poses = shown.poses.subarray(shown.at, shown.at + POSE * shown.bodies.length)
    return ids.flatMap((id) => {
      const shape = bodyShape(
        places.value,
        document.bodies.findIndex((body) => body.id === id),
      )
      const frame = frameOfPose(poses, shown.bodies.indexOf(id))
      return shape ? [{ id, group: id, solids: shape.solids.map((one) => moveTriangles(one, frame)) }] : []
    })
  }

  function wordsOf(data: Exclude<FromOverlap, { type: 'progress' }>, when: string): string {
    if (data.type === 'failed') return `It could not be found: ${data.message}`
    const [open] = data.unclosed
    if (open) return `The surface of ${mechanism.nameOf(open)} is open, and encloses no volume.`
    const volume = data.overlaps.reduce((sum, one) => sum + one.volume, 0)
    return volume > 0
      ? `They share ${formatNumber(1e9 * volume, 2)} mm³ ${when}.`
      : `They share nothing ${when}.`
  }

  /** At the playhead. @param key of the pair */
  function look({ a, b }: PairClearance, key: string) {
    worker?.terminate()
    const solids = solidsOf([a, b])
    if (solids?.length !== 2) {
      said.value = { pair: key, words: 'The shape of one of them is not here.' }
      return
    }
    const when = `at ${seconds(playback.shown, 3)}`
    said.value = { pair: key, words: 'Being found …' }
    worker = new Worker(new URL('../../workers/overlap.worker.ts', import.meta.url), { type: 'module' })
    worker.onmessage = ({ data }: MessageEvent<FromOverlap>) => {
      if (data.type === 'progress') return
      said.value = { pair: key, words: wordsOf(data, when) }
      worker?.terminate()
    }
    worker.postMessage(solids)
  }

  return { said, look }
}
