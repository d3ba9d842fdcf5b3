/** A document that takes longer to check than anybody waits: it is refused by its deadline, and keeps nobody else waiting. */
import { afterAll, expect, it } from 'vitest'
import { call, fresh, knex, put, row } from './client'

afterAll(() => knex.destroy())

/** A sum as long as a quantity may be, never the same twice. */
const sum = (k: number) => `${k}mm${'+1mm'.repeat(17)}`

/** Longest answer to a small request meanwhile [ms]: a check in the same thread would take seconds. */
const SOON = 1000

it('is ended, told, and not stored; others are answered meanwhile', { timeout: 60_000 }, async () => {
  const { mechanism } = await fresh()
  const { document } = (await call('GET', `mechanisms/${mechanism}`)).body
  const body = document.bodies[1].id
  for (let k = 0; k < 28_000; k++)
    document.datums.push({
      id: `x${k}`,
      name: 'x',
      body,
      at: { position: [sum(3 * k), sum(3 * k + 1), sum(3 * k + 2)] },
    })
  const text = JSON.stringify(document)
  expect(text.length).toBeLessThan(8 * 1024 * 1024)
  const before = await row(mechanism)
  let isChecked = false
  const saving = put(mechanism, text).finally(() => (isChecked = true))
  const waits: number[] = []
  while (!isChecked) {
    const began = performance.now()
    expect((await call('GET', `mechanisms/${mechanism}`)).status).toBe(200)
    waits.push(performance.now() - began)
  }
  expect(await saving).toMatchObject({ status: 422, body: { type: 'about:blank#check-too-long' } })
  expect(waits.length).toBeGreaterThan(50)
  expect(Math.max(...waits)).toBeLessThan(SOON)
  expect(await row(mechanism)).toEqual(before)
  // the next one is checked by another thread
  const after = await put(mechanism, { ...document, datums: document.datums.slice(0, -28_000) })
  expect(after.status).toBe(200)
})
