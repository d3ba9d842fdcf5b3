import { afterAll, describe, expect, it } from 'vitest'
import { migrate } from '../../server/database/migrate'
import { call, fresh, knex } from './client'
import type { Body } from './client'

afterAll(() => knex.destroy())

const listed = async (id: string) =>
  (await call('GET', 'projects')).body.projects.find((project: Body) => project.id === id)

describe('a project', () => {
  it('is created, listed, renamed and deleted', async () => {
    const made = await call('POST', 'projects', { name: 'Sealer' })
    expect(made).toMatchObject({ status: 201, body: { name: 'Sealer', mechanisms: [] } })
    const { id } = made.body
    expect((await call('PATCH', `projects/${id}`, { name: 'Sealing jaw' })).status).toBe(200)
    expect(await listed(id)).toMatchObject({ name: 'Sealing jaw', mechanisms: [] })
    expect((await call('DELETE', `projects/${id}`)).status).toBe(204)
    expect(await listed(id)).toBeUndefined()
  })

  it('is copied with its mechanisms, which then go their own way', async () => {
    const { project, mechanism } = await fresh()
    const copy = await call('POST', `projects/${project}/copy`)
    expect(copy).toMatchObject({ status: 201, body: { name: 'Bench-top line copy' } })
    const inside = (await listed(copy.body.id)).mechanisms
    expect(inside).toMatchObject([{ name: 'Lift', revision: 1, hasPicture: false }])
    await call('PATCH', `mechanisms/${inside[0].id}`, { name: 'Other' })
    expect((await call('GET', `mechanisms/${mechanism}`)).body.document.name).toBe('Lift')
  })

  it('takes its mechanisms with it when it is deleted', async () => {
    const { project, mechanism } = await fresh()
    await call('DELETE', `projects/${project}`)
    expect((await call('GET', `mechanisms/${mechanism}`)).status).toBe(404)
  })

  it('comes to the top of the list when a mechanism in it is saved', async () => {
    const { project, mechanism } = await fresh()
    await call('POST', 'projects', { name: 'Newer' })
    await call('PUT', `mechanisms/${mechanism}/name`, { name: 'Newest' })
    expect((await call('GET', 'projects')).body.projects[0].id).toBe(project)
  })
})

describe('requests that cannot be met', () => {
  const gone = '00000000-0000-4000-8000-000000000000'

  it.each<[string, string, unknown, number]>([
    ['POST', 'projects', { name: '' }, 422],
    ['POST', 'projects', { name: 'x'.repeat(121) }, 422],
    ['POST', 'projects', { name: 3 }, 422],
    ['POST', 'projects', { name: 'A', colour: 'red' }, 422],
    ['POST', `projects/${gone}/mechanisms`, { name: 'A', start: 'perpetuum-mobile' }, 422],
    ['POST', `projects/${gone}/mechanisms`, { name: 'A' }, 404],
    ['PATCH', `projects/${gone}`, { name: 'A' }, 404],
    ['DELETE', `projects/${gone}`, undefined, 404],
    ['POST', `projects/${gone}/copy`, undefined, 404],
    ['GET', `mechanisms/${gone}`, undefined, 404],
    ['PUT', `mechanisms/${gone}/name`, { name: 'A' }, 404],
    ['GET', 'mechanisms/1%20OR%201', undefined, 400],
    ['GET', 'nothing', undefined, 404],
  ])('%s %s', async (method, path, body, status) => {
    const answer = await call(method, path, body)
    expect(answer.status).toBe(status)
    expect(answer.type).toContain('application/problem+json')
    expect(answer.body).toMatchObject({ status, type: expect.any(String), detail: expect.any(String) })
  })
})

it('the database is at its newest schema; migrating again changes nothing', async () => {
  expect(await migrate(knex)).toEqual({ applied: [], resumed: false })
})
