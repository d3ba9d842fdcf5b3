/**
 * Who may knock: only requests to a name of this server, changes only from its own pages, known routes with their methods, and
 * as many of one address as a person's pages ask for.
 */
import type { IncomingMessage } from 'node:http'
import { RateLimiterMemory } from 'rate-limiter-flexible'
import { methodsOf } from '../http/routes'
import { ProblemError } from '../http/problem'
import type { Settings } from './settings'

/** Over which requests of one address are counted [s]. */
const COUNTED = 10
const READING = new Set(['GET', 'HEAD'])

/** Refuses by a problem; resolves when the request may go on. */
export function guard({ names, rate }: Settings): (request: IncomingMessage, path: string) => Promise<void> {
  const counts = rate > 0 ? new RateLimiterMemory({ points: rate, duration: COUNTED }) : null
  return async (request, path) => {
    const { method = 'GET', headers } = request
    if (!names.has(nameOf(headers.host)))
      throw new ProblemError(421, 'host-unknown', 'This server is not known by the name it was asked under.')
    if (!READING.has(method) && isCrossSite(request))
      throw new ProblemError(403, 'cross-site', 'Only pages of this server may change what is on it.')
    const allowed = methodsOf(path)
    if (allowed !== null && !allowed.includes(method)) throw wrongMethod(method, allowed)
    if (headers['transfer-encoding'] !== undefined)
      throw new ProblemError(411, 'length-missing', 'Send the length of the body in Content-Length.')
    if (/^\/(api|shared)\//.test(path))
      await counts?.consume(request.socket.remoteAddress ?? '').catch(tooMany)
  }
}

/** The name without its port. */
const nameOf = (host = ''): string => host.toLowerCase().replace(/:\d+$/, '')

/** Browsers say where a request comes from; other programs say nothing. */
function isCrossSite({ headers }: IncomingMessage): boolean {
  const { origin, host } = headers
  const site = headers['sec-fetch-site']
  if (site !== undefined && site !== 'same-origin' && site !== 'none') return true
  return origin !== undefined && origin.replace(/^https?:\/\//, '') !== host
}

const wrongMethod = (method: string, allowed: readonly string[]): ProblemError =>
  new ProblemError(405, 'method', `${method} is not offered here; ${allowed.join(', ')} is.`, {
    allow: allowed.join(', '),
  })

function tooMany(): never {
  throw new ProblemError(429, 'too-many', 'Too many requests came from this address. Try again in a moment.')
}
