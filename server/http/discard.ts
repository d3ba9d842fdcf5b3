/** Reading what is left of a request that is refused already: most senders look for an answer only when all is sent. */
import type { IncomingMessage } from 'node:http'
import { LARGEST_MESH } from './limits'

/** Longest wait for more of it, and for all of it [ms]. */
const PAUSE = 400
const ALL = 12_000

/** Resolves when it has ended, has paused, or is more than anything that is taken; then the connection must be closed. */
export function discardRest(request: IncomingMessage): Promise<void> {
  if (request.complete || request.destroyed) return Promise.resolve()
  return new Promise((resolve) => {
    let size = 0
    let pause = setTimeout(end, PAUSE)
    const all = setTimeout(end, ALL)
    function end() {
      clearTimeout(pause)
      clearTimeout(all)
      request.off('data', count).off('end', end).off('close', end)
      resolve()
    }
    function count(chunk: Buffer) {
      clearTimeout(pause)
      pause = setTimeout(end, PAUSE)
      size += chunk.length
      if (size > LARGEST_MESH) end()
    }
    request.on('data', count).on('end', end).on('close', end)
  })
}
