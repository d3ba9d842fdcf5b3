/** Talking to the server under test, and to its database directly. */
import { randomUUID } from 'node:crypto'
import { connect } from '../../server/database/connection'

export const address = process.env.LIGAMEN_ADDRESS ?? 'http://127.0.0.1:3000'
export const knex = connect(process.env.DATABASE_URL ?? '')

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- bodies are whatever the route answers
export type Body = any

export interface Reply {
  status: number
  type: string
  body: Body
}

export async function call(
  method: string,
  path: string,
  body?: unknown,
  headers: Record<string, string> = {},
) {
  const text = typeof body === 'string' || body instanceof Uint8Array
  const response = await fetch(`${address}/api/${path}`, {
    method,
    headers: body === undefined ? headers : { 'content-type': 'application/json', ...headers },
    body: text ? (body as BodyInit) : body === undefined ? undefined : JSON.stringify(body),
  })
  const answer = await response.text()
  return {
    status: response.status,
    type: response.headers.get('content-type') ?? '',
    body: /json/.test(response.headers.get('content-type') ?? '') ? JSON.parse(answer) : answer,
  } satisfies Reply
}

interface SaveOptions {
  revision?: number
  save?: string
}

/** Saves a whole document. */
export const put = (id: string, document: unknown, { revision = 1, save = randomUUID() }: SaveOptions = {}) =>
  call('PUT', `mechanisms/${id}`, document, { 'if-match': `"${revision}"`, 'idempotency-key': save })

/** Saves a patch. */
export const patch = (
  id: string,
  patches: unknown,
  { revision = 1, save = randomUUID() }: SaveOptions = {},
) =>
  call('PATCH', `mechanisms/${id}`, patches, {
    'content-type': 'application/json-patch+json',
    'if-match': `"${revision}"`,
    'idempotency-key': save,
  })

/** A project with one mechanism of its own. */
export async function fresh(): Promise<{ project: string; mechanism: string }> {
  const project = (await call('POST', 'projects', { name: 'Bench-top line' })).body.id as string
  const made = await call('POST', `projects/${project}/mechanisms`, { name: 'Lift', start: 'crank-rocker' })
  return { project, mechanism: made.body.id as string }
}

export const row = (id: string) => knex('mechanisms').where({ id }).first()
