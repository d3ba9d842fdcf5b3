/** Route handlers: one try, one shape of error, and the reading of parameters. */
import { defineEventHandler, getRouterParam, setResponseHeader } from 'h3'
import type { EventHandler, H3Event } from 'h3'
import { ProblemError, sendProblem } from './problem'

export const route = (handle: (event: H3Event) => Promise<unknown>): EventHandler =>
  defineEventHandler(async (event) => {
    // what is on the server may change at any time; routes whose answers never do say so
    setResponseHeader(event, 'cache-control', 'no-store')
    try {
      return await handle(event)
    } catch (error) {
      return sendProblem(event, error)
    }
  })

const ID = /^[0-9a-f-]{36}$/

/** An id in the path. Error: 400 when it is none. */
export function pathId(event: H3Event, name = 'id'): string {
  const id = getRouterParam(event, name) ?? ''
  if (!ID.test(id)) throw new ProblemError(400, 'id-invalid', `“${id.slice(0, 80)}” is not an id.`)
  return id
}

const HASH = /^[0-9a-f]{64}$/

/** The content hash in the path. Error: 400 when it is none. */
export function pathHash(event: H3Event): string {
  const hash = getRouterParam(event, 'hash') ?? ''
  if (!HASH.test(hash))
    throw new ProblemError(400, 'hash-invalid', `“${hash.slice(0, 80)}” is not a SHA-256.`)
  return hash
}
