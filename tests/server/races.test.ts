/** Saves, copies, renames and deletes that meet each other: everybody is told what happened, and nobody that the server failed. */
import { afterAll, describe, expect, it } from 'vitest'
import { call, fresh, knex, put, row } from './client'

afterAll(() => knex.destroy())

/** Rounds of each race; one round may happen to be in order. */
const ROUNDS = 25

/** Statuses that are answers to what was asked; a fault of the server is none. */
const FAIR = new Set([200, 201, 204, 404, 409])

const documentOf = async (mechanism: string) => (await call('GET', `mechanisms/${mechanism}`)).body.document

describe('requests that meet', () => {
  it('of one project that is deleted while its mechanism is saved, copied, renamed and made', async () => {
    for (let round = 0; round < ROUNDS; round++) {
      const { project, mechanism } = await fresh()
      const document = await documentOf(mechanism)
      const answers = await Promise.all([
        put(mechanism, document),
        call('POST', `mechanisms/${mechanism}/copy`),
        call('DELETE', `projects/${project}`),
        call('PUT', `mechanisms/${mechanism}/name`, { name: 'Renamed' }),
        call('POST', `projects/${project}/mechanisms`, { name: 'New', start: 'empty' }),
        call('POST', `projects/${project}/copy`),
        call('GET', `mechanisms/${mechanism}`),
      ])
      expect(answers.map(({ status }) => status).filter((status) => !FAIR.has(status))).toEqual([])
      expect(await knex('mechanisms').where({ project_id: project })).toEqual([])
    }
  })

  it('of one mechanism that is deleted while it is saved: saved and then gone, or not there', async () => {
    for (let round = 0; round < ROUNDS; round++) {
      const { mechanism } = await fresh()
      const document = await documentOf(mechanism)
      const answers = await Promise.all([
        call('DELETE', `mechanisms/${mechanism}`),
        put(mechanism, document),
        call('PUT', `mechanisms/${mechanism}/name`, { name: 'Renamed' }),
        call('POST', `mechanisms/${mechanism}/copy`),
      ])
      expect(answers.map(({ status }) => status).filter((status) => !FAIR.has(status))).toEqual([])
      expect(await row(mechanism)).toBeUndefined()
    }
  })

  it('of one revision: one is saved, the others are told which it is', { timeout: 60_000 }, async () => {
    for (let round = 0; round < ROUNDS; round++) {
      const { mechanism } = await fresh()
      const document = await documentOf(mechanism)
      const names = ['A', 'B', 'C', 'D', 'E']
      const answers = await Promise.all(names.map((name) => put(mechanism, { ...document, name })))
      const saved = answers.filter(({ status }) => status === 200)
      expect(saved).toHaveLength(1)
      const stored = await row(mechanism)
      expect([stored.revision, stored.name]).toEqual([2, names[answers.indexOf(saved[0]!)]])
      for (const { status, body } of answers)
        if (status !== 200) expect([status, body.revision, body.document.name]).toEqual([409, 2, stored.name])
    }
  })

  it('of one project that gets many mechanisms at once: all are there', async () => {
    const { project } = await fresh()
    const made = await Promise.all(
      Array.from({ length: 20 }, (_, k) =>
        call('POST', `projects/${project}/mechanisms`, { name: `M ${k}`, start: 'empty' }),
      ),
    )
    expect(new Set(made.map(({ status }) => status))).toEqual(new Set([201]))
    expect(await knex('mechanisms').where({ project_id: project })).toHaveLength(21)
  })
})
