/** One question at a time to the worker that finds swept volumes and reaches; a newer one takes the place of an older one. */
import type { FromSpace, ToSpace } from '~/workers/space/protocol'

export type SpaceAnswer = Exclude<FromSpace, { type: 'progress' | 'failed' }>

/** Null when it was cancelled, failed, or something newer was asked. */
export type Ask = (question: ToSpace) => Promise<SpaceAnswer | null>

export function useSpaceWorker() {
  const progress = ref<number | null>(null)
  const fault = ref('')
  let worker: Worker | null = null
  let give: ((answer: SpaceAnswer | null) => void) | null = null

  function finish(answer: SpaceAnswer | null) {
    worker?.terminate()
    worker = null
    progress.value = null
    give?.(answer)
    give = null
  }
  const ask: Ask = (question) => {
    finish(null)
    fault.value = ''
    progress.value = 0
    const asked = new Worker(new URL('../../workers/space/space.worker.ts', import.meta.url), {
      type: 'module',
    })
    worker = asked
    asked.onmessage = ({ data }: MessageEvent<FromSpace>) => {
      if (data.type === 'progress') progress.value = data.share
      else if (data.type === 'failed') {
        fault.value = data.message
        finish(null)
      } else finish(data)
    }
    asked.onerror = ({ message }) => {
      fault.value = `It could not be found: ${message}`
      finish(null)
    }
    return new Promise((resolve) => {
      give = resolve
      asked.postMessage(question)
    })
  }

  return { progress, fault, ask, cancel: () => finish(null) }
}
