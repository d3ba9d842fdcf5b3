/**
 * A preview that loops while the pointer rests on a card, or the card has the focus: drawn in a worker when first asked for, kept
 * for the next time. Nothing moves for those who asked their system for less motion.
 */
import { usePreferredReducedMotion } from '@vueuse/core'
import type { MechanismDocument } from '@ligamen/core'
import { api } from '~/model/document/api'
import { meshes } from '~/model/meshes/meshes'
import { PREVIEW_RATE } from '~/view/preview/protocol'
import type { FromPreview, ToPreview } from '~/view/preview/protocol'
import { usePalette } from '~/view/usePalette'
import { inksOf } from '~/view/writing/paint'
import { light } from '~/theme/tokens'

/** How long the pointer rests before anything is asked for [ms]. */
const RESTS = 250
const SIZE = { width: 320, height: 200 }

export function usePreview(canvas: Ref<HTMLCanvasElement | null>, id: () => string) {
  const motion = usePreferredReducedMotion()
  const palette = usePalette()
  const shown = ref(false)
  let pictures: ImageBitmap[] = []
  let isWhole = false
  let worker: Worker | null = null
  let waiting: ReturnType<typeof setTimeout> | undefined
  let playing: ReturnType<typeof setInterval> | undefined
  let at = 0

  async function make() {
    const answer = await api.open(id())
    if (!answer.ok || !waiting) return
    const { document } = answer.value
    await meshes.bring(document)
    if (!waiting) return
    worker = new Worker(new URL('../view/preview/preview.worker.ts', import.meta.url), { type: 'module' })
    worker.onmessage = ({ data }: MessageEvent<FromPreview>) => {
      if (data.type === 'picture') pictures.push(data.picture)
      else end()
      isWhole ||= data.type === 'done'
    }
    worker.onerror = () => end()
    worker.postMessage(questionOf(document))
  }
  const questionOf = (document: MechanismDocument): ToPreview => ({
    document,
    meshes: meshes.atHand(document.parts.flatMap(({ mesh }) => mesh ?? [])),
    ...SIZE,
    palette: { ...palette.value },
    inks: inksOf(light.colors as Record<string, string>),
  })
  function end() {
    worker?.terminate()
    worker = null
  }

  function show() {
    const context = canvas.value?.getContext('2d')
    if (!context || pictures.length < 2) return
    shown.value = true
    at = (at + 1) % pictures.length
    context.drawImage(pictures[at]!, 0, 0)
  }

  function start() {
    if (motion.value === 'reduce' || waiting) return
    waiting = setTimeout(() => {
      if (!isWhole) void make()
      playing = setInterval(show, 1000 / PREVIEW_RATE)
    }, RESTS)
  }
  function stop() {
    clearTimeout(waiting)
    clearInterval(playing)
    waiting = undefined
    shown.value = false
    at = 0
    end()
    if (!isWhole) forget()
  }
  function forget() {
    for (const picture of pictures) picture.close()
    pictures = []
  }
  onBeforeUnmount(() => {
    stop()
    forget()
  })
  return { ...SIZE, shown, start, stop }
}
