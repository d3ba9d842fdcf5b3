/** Waiting has an end: for what comes slowly, for rows that others keep, and for what has begun when the server is to end. */
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { connect as dial } from 'node:net'
import type { Socket } from 'node:net'
import { afterAll, describe, expect, it } from 'vitest'
import { address, call, fresh, knex, patch } from './client'
import { freePort } from '../../scripts/steps/ports.mjs'

afterAll(() => knex.destroy())

/** Longest life of a request that does not come on [ms]. */
const SLOWEST = 15_000
const { hostname, port, host } = new URL(address)

/** Sends a byte now and then for as long as the other side listens; resolves to what it answered and after how long [ms]. */
function trickle(socket: Socket, start: string): Promise<{ answer: string; took: number }> {
  const began = Date.now()
  let answer = ''
  socket.on('data', (part) => (answer += String(part)))
  // a reset is an end like any other
  socket.on('error', () => undefined)
  socket.write(start)
  const timer = setInterval(() => socket.writable && socket.write('x'), 500)
  return new Promise((resolve) =>
    socket.on('close', () => {
      clearInterval(timer)
      resolve({ answer, took: Date.now() - began })
    }),
  )
}

describe.concurrent('what comes a byte at a time is dropped', { timeout: 30_000 }, () => {
  it.each([
    ['headers', `GET /api/projects HTTP/1.1\r\nHost: ${host}\r\nX-Slow: `],
    [
      'a body',
      `POST /api/projects HTTP/1.1\r\nHost: ${host}\r\nContent-Type: application/json\r\nContent-Length: 2000\r\n\r\n{`,
    ],
  ])('%s', async (_, start) => {
    const { answer, took } = await trickle(dial(Number(port), hostname), start)
    expect(took).toBeLessThan(SLOWEST)
    expect(answer).toMatch(/^($|HTTP\/1\.1 408)/)
  })
})

it('a project whose rows are locked keeps nobody else waiting', { timeout: 30_000 }, async () => {
  const [locked, other] = [await fresh(), await fresh()]
  const holder = await knex.transaction()
  await holder('projects').where({ id: locked.project }).forUpdate().first()
  const rename = [{ op: 'replace', path: '/name', value: 'Renamed' }]
  const waiting = Array.from({ length: 30 }, () => patch(locked.mechanism, rename))
  for (let revision = 1; revision <= 10; revision++) {
    const began = Date.now()
    expect((await patch(other.mechanism, rename, { revision })).status).toBe(200)
    expect(Date.now() - began).toBeLessThan(1000)
  }
  const answers = await Promise.all(waiting)
  await holder.rollback()
  expect(new Set(answers.map(({ status }) => status))).toEqual(new Set([503]))
  expect((await call('GET', `mechanisms/${locked.mechanism}`)).body.revision).toBe(1)
})

it('a server that is told to end answers what it has begun', { timeout: 30_000 }, async () => {
  const own = String(await freePort(0))
  const server = spawn(process.execPath, ['.output/server/index.mjs'], {
    env: { ...process.env, HOST: '127.0.0.1', PORT: own, NITRO_PORT: own },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  const ended = once(server, 'exit')
  await once(server.stdout, 'data')
  const name = `Begun ${own}`
  const body = JSON.stringify({ name })
  const socket = dial(Number(own), '127.0.0.1')
  socket.write(
    `POST /api/projects HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\nContent-Length: ${body.length}\r\nExpect: 100-continue\r\n\r\n`,
  )
  // so that it has certainly begun
  expect(String(await once(socket, 'data'))).toMatch(/^HTTP\/1\.1 100/)
  socket.write(body.slice(0, 5))
  server.kill('SIGTERM')
  // it takes no more
  await expect.poll(() => fetch(`http://127.0.0.1:${own}/healthz`).catch(() => null)).toBe(null)
  expect(server.exitCode).toBe(null)
  socket.write(body.slice(5))
  expect(String(await once(socket, 'data'))).toMatch(/^HTTP\/1\.1 201/)
  const answered = Date.now()
  expect(await ended).toEqual([0, null])
  expect(Date.now() - answered).toBeLessThan(2000)
  expect(await knex('projects').where({ name })).toHaveLength(1)
})
