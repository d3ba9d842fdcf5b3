/** Every route with the right and the wrong method, content, size, host, origin and id; a route outside the table fails it. */
import { randomUUID } from 'node:crypto'
import { readdirSync } from 'node:fs'
import { request } from 'node:http'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { methodsOf, ROUTES } from '../../server/http/routes'
import { address, fresh, knex } from './client'

interface Answer {
  readonly status: number
  readonly headers: Record<string, string | string[] | undefined>
  readonly body: string
}

/** A request as no browser would send it: any host, any method. */
function raw(method: string, path: string, headers: Record<string, string> = {}, body = ''): Promise<Answer> {
  const { hostname, port } = new URL(address)
  const sent = body === '' ? headers : { 'content-length': String(Buffer.byteLength(body)), ...headers }
  return new Promise((resolve, reject) => {
    const asking = request({ hostname, port, method, path, headers: sent }, (response) => {
      const parts: Buffer[] = []
      response.on('data', (part: Buffer) => parts.push(part))
      response.on('end', () =>
        resolve({
          status: response.statusCode!,
          headers: response.headers,
          body: Buffer.concat(parts).toString(),
        }),
      )
    })
    // an answer may come, and the connection end, before all of a body was sent
    asking.on('error', (error: NodeJS.ErrnoException) => error.code !== 'EPIPE' && reject(error))
    asking.end(body)
  })
}

let project = ''
let mechanism = ''
beforeAll(async () => ({ project, mechanism } = await fresh()))
afterAll(() => knex.destroy())

/** Content types of what the routes read; those that are not here read nothing. */
const READS: Readonly<Record<string, string>> = {
  'POST /api/projects': 'application/json',
  'PATCH /api/projects/:id': 'application/json',
  'POST /api/projects/:id/mechanisms': 'application/json',
  'PUT /api/projects/:id/mechanisms/:mechanism': 'application/json',
  'PUT /api/mechanisms/:id': 'application/json',
  'PATCH /api/mechanisms/:id': 'application/json-patch+json',
  'PUT /api/mechanisms/:id/name': 'application/json',
  'POST /api/mechanisms/:id/links': 'application/json',
  'PUT /api/mechanisms/:id/picture': 'image/png',
  'PUT /api/meshes/:hash': 'application/octet-stream',
}
const METHODS = ['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE', 'OPTIONS', 'TRACE']
const CHANGING = new Set(['POST', 'PUT', 'PATCH', 'DELETE'])

const rows = Object.entries(ROUTES).flatMap(([pattern, methods]) =>
  methods.map((method) => [method, pattern] as const),
)
const api = rows.filter(([, pattern]) => pattern.startsWith('/api/'))
const changing = rows.filter(([method]) => CHANGING.has(method))
const reading = rows.filter((row) => READS[row.join(' ')] !== undefined)

/** The path of things that are there, or with ids of our own. */
const at = (pattern: string, id?: string) =>
  pattern
    .replace('projects/:id', `projects/${id ?? project}`)
    .replace('mechanisms/:id', `mechanisms/${id ?? mechanism}`)
    .replace(':mechanism', id ?? randomUUID())
    .replace(':save', id ?? randomUUID())
    .replace(':link', id ?? randomUUID())
    .replace(':hash', id ?? 'a'.repeat(64))
const head = { 'if-match': '"1"', 'idempotency-key': randomUUID() }
const counts = async () =>
  Promise.all(
    ['projects', 'mechanisms', 'meshes', 'saves', 'links'].map(
      async (table) => (await knex(table).count())[0],
    ),
  )

it('the table names the routes that there are', () => {
  const folder = new URL('../../server/api/', import.meta.url)
  const found = readdirSync(folder, { recursive: true })
    .map(String)
    .filter((file) => file.endsWith('.ts') && !file.includes('[...'))
    .map((file) => {
      const [, path, method] = /^(.*?)\.(get|post|put|patch|delete)\.ts$/.exec(file)!
      return `${method!.toUpperCase()} /api/${path!.replace(/\[(\w+)\]/g, ':$1').replace(/\/index$/, '')}`
    })
  expect(api.map((row) => row.join(' ')).sort()).toEqual(found.sort())
})

describe.each(Object.keys(ROUTES))('%s', (pattern) => {
  it('answers methods that it has not by 405 with those that it has', async () => {
    const allowed = methodsOf(at(pattern))!
    for (const method of METHODS.filter((one) => !allowed.includes(one))) {
      const answer = await raw(method, at(pattern))
      expect([method, answer.status, answer.headers.allow]).toEqual([method, 405, allowed.join(', ')])
      expect(answer.headers['content-type']).toContain('application/problem+json')
    }
  })
})

describe.each(rows)('%s %s', (method, pattern) => {
  it('answers no name but its own', async () => {
    const before = await counts()
    for (const host of ['rebound.test', 'rebound.test:80', '10.0.0.7', '127.0.0.1.rebound.test'])
      expect((await raw(method, at(pattern), { host })).status).toBe(421)
    expect(await counts()).toEqual(before)
  })
})

describe.each(changing)('%s %s', (method, pattern) => {
  it('changes nothing for the pages of others', async () => {
    const before = await counts()
    const headers = { ...head, 'content-type': READS[`${method} ${pattern}`] ?? 'text/plain' }
    const foreigners: Record<string, string>[] = [
      { origin: 'http://rebound.test' },
      { origin: 'null' },
      { 'sec-fetch-site': 'cross-site' },
      { 'sec-fetch-site': 'same-site' },
    ]
    for (const foreign of foreigners)
      expect((await raw(method, at(pattern), { ...headers, ...foreign })).status).toBe(403)
    expect(await counts()).toEqual(before)
  })
})

describe.each(reading)('%s %s', (method, pattern) => {
  const type = READS[`${method} ${pattern}`]!

  it('reads its content type alone', async () => {
    for (const wrong of ['text/plain', 'multipart/form-data', 'application/jsonp', ''])
      expect((await raw(method, at(pattern), { ...head, 'content-type': wrong }, '{}')).status).toBe(415)
  })

  it('refuses what is too large before it has come', async () => {
    const length = { 'content-length': String(60 * 1024 * 1024) }
    const answer = await raw(method, at(pattern), { ...head, ...length, 'content-type': type }, '{}').catch(
      (error: NodeJS.ErrnoException) => error.code,
    )
    expect(typeof answer === 'object' ? answer.status : answer).toBe(413)
  })

  it('refuses a body whose length is not said', async () => {
    const answer = await fetch(`${address}${at(pattern)}`, {
      method,
      headers: { ...head, 'content-type': type },
      body: new Blob(['{}']).stream(),
      duplex: 'half',
    } as RequestInit)
    expect(answer.status).toBe(411)
  })

  it('refuses what is no such content', async () => {
    const answer = await raw(method, at(pattern), { ...head, 'content-type': type }, '{"name": ')
    expect(answer.status).toBeGreaterThanOrEqual(400)
    expect(answer.status).toBeLessThan(500)
  })
})

describe.each(api.filter(([, pattern]) => pattern.includes(':')))('%s %s', (method, pattern) => {
  it('answers ids that are none by 400, and ids of nothing by 404', async () => {
    const type = READS[`${method} ${pattern}`]
    const headers = { ...head, ...(type && { 'content-type': type }) }
    const ask = (id: string) => raw(method, at(pattern, id), headers)
    for (const none of ["1'%20OR%201=1", '..%2f..', '%00', 'é'.repeat(9)].map(encodeURI)) {
      const answer = await ask(none)
      expect([none, answer.status]).toEqual([none, 400])
      expect(answer.headers['content-type']).toContain('application/problem+json')
    }
    if (method === 'GET' || type === undefined)
      expect((await ask(pattern.includes(':hash') ? 'b'.repeat(64) : randomUUID())).status).toBe(404)
  })
})

describe('headers', () => {
  it('of data say that it is not to be kept, and what it is', async () => {
    for (const path of ['/api/projects', `/api/mechanisms/${mechanism}`, '/healthz', '/readyz']) {
      const { status, headers } = await raw('GET', path)
      expect([path, status, headers['cache-control'], headers['x-content-type-options']]).toEqual([
        path,
        200,
        'no-store',
        'nosniff',
      ])
    }
  })

  it('of a page let only run what carries its nonce, another one each time', async () => {
    const pages = [await raw('GET', '/'), await raw('GET', `/mechanisms/${mechanism}`)]
    const nonces = pages.map(({ headers, body }) => {
      const policy = String(headers['content-security-policy'])
      expect(policy).not.toContain('unsafe-inline')
      const nonce = /script-src [^;]*'nonce-([^']+)'/.exec(policy)![1]!
      const scripts = body.match(/<(script|style)[^>]*>/g)!
      for (const script of scripts) expect(script).toContain(`nonce="${nonce}"`)
      expect(headers['cache-control']).toBe('no-store')
      expect(headers['x-powered-by']).toBeUndefined()
      return nonce
    })
    expect(nonces[0]).not.toBe(nonces[1])
  })

  it('of files say what they are, keep hashed ones for ever, and compress them', async () => {
    const page = await raw('GET', '/')
    const script = /src="(\/_nuxt\/[^"]+\.js)"/.exec(page.body)![1]!
    const plain = await raw('GET', script)
    expect(plain.headers['cache-control']).toContain('immutable')
    for (const coding of ['br', 'gzip']) {
      const small = await raw('GET', script, { 'accept-encoding': coding })
      expect(small.headers['content-encoding']).toBe(coding)
      expect(Number(small.headers['content-length'])).toBeLessThan(plain.body.length / 2)
    }
    expect((await raw('GET', '/_nuxt/nowhere.js')).status).toBe(404)
    expect((await raw('GET', '/..%2f..%2fserver/index.mjs')).body).not.toContain('import')
  })

  it('of HEAD are those of GET', async () => {
    for (const path of ['/api/projects', '/', '/mark.svg']) {
      const [get, head] = [await raw('GET', path), await raw('HEAD', path)]
      expect([head.status, head.headers['content-type'], head.body]).toEqual([
        get.status,
        get.headers['content-type'],
        '',
      ])
    }
  })
})
