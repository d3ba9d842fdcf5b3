/**
 * The server's start: everything is loaded before it listens, every request goes through the guard, files are sent as they were
 * compressed at the build, and a server that is told to end answers first what it has begun.
 */
import { randomBytes } from 'node:crypto'
import { createServer } from 'node:http'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { toNodeListener } from 'h3'
import { useNitroApp } from 'nitropack/runtime'
import sirv from 'sirv'
import { database } from '../database/connection'
import { problemText } from '../http/problem'
import { guard } from './guard'
import { setHeaders } from './headers'
import type { Nonced } from './headers'
import { healthRoutes } from './health'
import { PUBLIC } from './public'
import { settings } from './settings'
import type { Settings } from './settings'

/** Headers that take longer are dropped, and requests of whatever size (see also http/limits); idle connections and answers that nobody reads end [ms]. */
const HEADERS = 10_000
const REQUEST = 240_000
const IDLE = 60_000
/** How long answers that have begun may take when the server ends [ms]. */
const DRAIN = 10_000
const SWEEP = 100

const PAGES = /^\/(mechanisms\/[^/]+\/?)?$/

function start(set: Settings): void {
  const nitro = useNitroApp()
  const pages = toNodeListener(nitro.h3App)
  const mayEnter = guard(set)
  let ending = false
  const health = healthRoutes()
  const files = sirv(PUBLIC, {
    etag: true,
    gzip: true,
    brotli: true,
    setHeaders(response, path) {
      const isHashed = path.startsWith('/_nuxt/')
      response.setHeader('cache-control', isHashed ? 'public, max-age=31536000, immutable' : 'no-cache')
    },
  })

  async function answer(request: IncomingMessage, response: Nonced): Promise<void> {
    const path = (request.url ?? '/').split('?')[0]!
    response.nonce = randomBytes(16).toString('base64')
    // those that ask again and again must not keep it from ending
    if (ending) response.setHeader('connection', 'close')
    setHeaders(request, response, path)
    try {
      await mayEnter(request, path)
    } catch (error) {
      refuse(response, error)
      return
    }
    // what is read is found the same way; the answer to HEAD is sent without its body in any case
    if (request.method === 'HEAD') request.method = 'GET'
    const known = health.answers[path]
    if (known) await known(response)
    else if (/^\/(api|shared)\//.test(path)) pages(request, response)
    else
      files(request, response, () => {
        response.setHeader('cache-control', 'no-store')
        if (!PAGES.test(path)) response.statusCode = 404
        pages(request, response)
      })
  }

  const server = createServer(
    { requestTimeout: REQUEST, headersTimeout: HEADERS, connectionsCheckingInterval: 1000 },
    (request, response) => void answer(request, response),
  )
  server.timeout = IDLE
  // longer than whoever asks keeps it open, or an answer meets a connection that has just been closed
  server.keepAliveTimeout = IDLE
  server.on('error', (error: NodeJS.ErrnoException) => {
    console.error(
      error.code === 'EADDRINUSE'
        ? `Port ${set.port} is in use; choose another one by PORT.`
        : `The server cannot listen on ${set.host}:${set.port}: ${error.message}.`,
    )
    process.exit(1)
  })
  server.listen(set.port, set.host, () =>
    process.stdout.write(`Listening on http://${set.host}:${set.port}\n`),
  )

  for (const signal of ['SIGTERM', 'SIGINT'] as const)
    process.on(signal, () => {
      if (ending) return
      ending = true
      health.drain()
      const ended = async () => {
        await nitro.hooks.callHook('close')
        await database().destroy()
        process.exit(0)
      }
      setTimeout(() => void ended(), DRAIN).unref()
      server.close(() => void ended())
      // one is idle as soon as it has its answer
      setInterval(() => server.closeIdleConnections(), SWEEP).unref()
    })
}

function refuse(response: ServerResponse, error: unknown): void {
  const { status, headers, text } = problemText(error)
  for (const [name, value] of Object.entries(headers)) response.setHeader(name, value)
  // the body that may follow is not read
  response.writeHead(status, { connection: 'close' }).end(text)
}

try {
  start(settings(process.env))
} catch (error) {
  console.error((error as Error).message)
  process.exit(1)
}
