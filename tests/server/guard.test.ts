/** How often one address may ask, without a server: the tests beside this one ask more often than people. */
import type { IncomingMessage } from 'node:http'
import { expect, it } from 'vitest'
import { guard } from '../../server/main/guard'
import { settings } from '../../server/main/settings'

const asking = (from: string) =>
  ({ method: 'GET', headers: { host: 'localhost:3000' }, socket: { remoteAddress: from } }) as IncomingMessage

it('an address that asks too often is asked to wait, and others are not', async () => {
  const mayEnter = guard(settings({ LIGAMEN_RATE: '5' }))
  for (let k = 0; k < 5; k++) await mayEnter(asking('10.0.0.1'), '/api/projects')
  await expect(mayEnter(asking('10.0.0.1'), '/api/projects')).rejects.toMatchObject({ status: 429 })
  await mayEnter(asking('10.0.0.2'), '/api/projects')
  // pages and files are many
  await mayEnter(asking('10.0.0.1'), '/_nuxt/entry.js')
})

it('settings that cannot be meant are named', () => {
  expect(settings({ HOST: '10.0.0.7', LIGAMEN_HOSTS: 'Bench.Example, b' }).names).toEqual(
    new Set(['localhost', '127.0.0.1', '[::1]', '10.0.0.7', 'bench.example', 'b']),
  )
  for (const PORT of ['x', '-1', '70000', '3000.5', ''])
    expect(() => settings({ PORT })).toThrow(`PORT is “${PORT}”; it must be a whole number`)
  expect(() => settings({ LIGAMEN_RATE: 'many' })).toThrow('LIGAMEN_RATE is “many”')
})
