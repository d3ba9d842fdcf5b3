/** Saves as patches: applied to the revision they name, known when they come again, refused as a whole when they do not fit. */
import { randomUUID } from 'node:crypto'
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import { call, fresh, knex, patch, put, row } from './client'

let project = ''
let id = ''
beforeEach(async () => ({ project, mechanism: id } = await fresh()))
afterAll(() => knex.destroy())

const naming = (value: string) => [{ op: 'replace', path: '/name', value }]
const opened = async (of = id) => (await call('GET', `mechanisms/${of}`)).body

describe('a patch', () => {
  it('changes what it names, and nothing else', async () => {
    const before = await opened()
    const added = { id: 'short', name: 'Short', length: '1 s', frameRate: 60, drivers: [] }
    const answer = await patch(id, [...naming('Jaw'), { op: 'add', path: '/scenarios/-', value: added }])
    expect(answer).toMatchObject({ status: 200, body: { revision: 2 } })
    const { document, revision } = await opened()
    const scenarios = [...before.document.scenarios, added]
    expect([document, revision]).toEqual([{ ...before.document, name: 'Jaw', scenarios }, 2])
  })

  it('takes away, and knows no value for that', async () => {
    const { document } = await opened()
    const last = document.scenarios.length - 1
    const added = { id: 'more', name: 'More', length: '1 s', frameRate: 60, drivers: [] }
    expect((await patch(id, [{ op: 'add', path: '/scenarios/-', value: added }])).status).toBe(200)
    const removal = [{ op: 'remove', path: `/scenarios/${last + 1}` }]
    expect((await patch(id, removal, { revision: 2 })).status).toBe(200)
    expect((await opened()).document).toEqual(document)
  })

  it('that comes again is answered with what it made, also when others have saved since', async () => {
    const save = randomUUID()
    const first = await patch(id, naming('One'), { save })
    expect((await patch(id, naming('One'), { save })).body).toEqual(first.body)
    await patch(id, naming('Two'), { revision: 2 })
    expect((await patch(id, naming('One'), { save })).body).toEqual(first.body)
    expect((await call('GET', `mechanisms/${id}/saves/${save}`)).body).toEqual(first.body)
    expect(await opened()).toMatchObject({ revision: 3, document: { name: 'Two' } })
  })

  it('that comes ten times at once is stored once, and all are answered alike', async () => {
    const save = randomUUID()
    const answers = await Promise.all(Array.from({ length: 10 }, () => patch(id, naming('One'), { save })))
    expect(answers.map(({ status }) => status)).toEqual(Array(10).fill(200))
    expect(new Set(answers.map(({ body }) => JSON.stringify(body))).size).toBe(1)
    expect((await opened()).revision).toBe(2)
  })

  it('of another revision is refused with what stands now', async () => {
    await patch(id, naming('One'))
    const stale = await patch(id, naming('Two'))
    expect(stale).toMatchObject({ status: 409, body: { revision: 2, document: { name: 'One' } } })
    // its id was not taken by the refusal
    const save = randomUUID()
    expect((await patch(id, naming('Two'), { save })).status).toBe(409)
    expect((await call('GET', `mechanisms/${id}/saves/${save}`)).status).toBe(404)
  })

  it.each<[string, unknown, number, string]>([
    ['is no list', { op: 'replace' }, 400, ''],
    ['holds something else', ['x'], 422, '/0'],
    ['copies', [{ op: 'copy', from: '/parts', path: '/parts/0' }], 422, '/0'],
    ['has an unknown field', [{ ...naming('A')[0], force: true }], 422, '/0/force'],
    ['leads nowhere', [...naming('A'), { op: 'remove', path: '/parts/99' }], 422, '/1'],
    ['tests what is not so', [{ op: 'test', path: '/name', value: 'Other' }], 422, '/0'],
    ['reaches for a prototype', [{ op: 'add', path: '/__proto__/x', value: 1 }], 422, '/0'],
    ['reaches for a constructor', [{ op: 'add', path: '/constructor/prototype/x', value: 1 }], 422, '/0'],
    ['breaks a rule of the document', [{ op: 'replace', path: '/joints/0/kind', value: 'glue' }], 422, ''],
    ['replaces all of it by nothing', [{ op: 'replace', path: '', value: 7 }], 422, ''],
  ])('that %s is refused, and nothing is changed', async (_, patches, status, pointer) => {
    const before = await row(id)
    const answer = await patch(id, patches)
    expect(answer.status).toBe(status)
    expect(answer.body.problems?.[0]?.pointer ?? '').toMatch(pointer)
    expect(await row(id)).toEqual(before)
  })
})

describe('a rename', () => {
  it('among saves loses none of them', async () => {
    let revision = 1
    const saving = async () => {
      for (let k = 0; k < 10;) {
        const frameRate = 40 + k
        const { status, body } = await patch(
          id,
          [{ op: 'replace', path: '/scenarios/0/frameRate', value: frameRate }],
          { revision },
        )
        revision = body.revision
        if (status === 200) k++
      }
    }
    const renaming = async () => {
      for (let k = 0; k < 10; k++)
        expect((await call('PUT', `mechanisms/${id}/name`, { name: `Name ${k}` })).status).toBe(200)
    }
    await Promise.all([saving(), renaming()])
    const now = await opened()
    expect([now.document.name, now.document.scenarios[0].frameRate, now.revision]).toEqual(['Name 9', 49, 21])
  })
})

describe("a document of one's own as a new mechanism", () => {
  const bring = (document: unknown, of: string = randomUUID(), into = project) =>
    call('PUT', `projects/${into}/mechanisms/${of}`, document)

  it('may come twice and is made once; another one under its id is refused', async () => {
    const { document } = await opened()
    const own = randomUUID()
    expect(await bring(document, own)).toMatchObject({ status: 201, body: { id: own } })
    expect(await bring(document, own)).toMatchObject({ status: 201, body: { id: own } })
    expect((await bring({ ...document, name: 'Other' }, own)).status).toBe(409)
    // that of another project too
    const { mechanism: foreign } = await fresh()
    expect((await bring(document, foreign)).status).toBe(409)
    expect((await opened(own)).document).toEqual(document)
    expect(await knex('mechanisms').where({ project_id: project })).toHaveLength(2)
  })

  it('is checked, and needs a project', async () => {
    const { document } = await opened()
    expect((await bring({ ...document, bodies: 1 })).status).toBe(422)
    expect((await bring(document, randomUUID(), randomUUID())).status).toBe(404)
  })
})

it('saves without their headers, or with ones that cannot be read, are refused', async () => {
  const { document } = await opened()
  const before = await row(id)
  const save = randomUUID()
  for (const [headers, status] of [
    [{}, 428],
    [{ 'if-match': '"1"' }, 428],
    [{ 'idempotency-key': save }, 428],
    [{ 'if-match': 'W/"1"', 'idempotency-key': save }, 400],
    [{ 'if-match': '*', 'idempotency-key': save }, 400],
    [{ 'if-match': '"0"', 'idempotency-key': save }, 400],
    [{ 'if-match': '"1"', 'idempotency-key': 'mine' }, 400],
  ] as const)
    expect((await call('PUT', `mechanisms/${id}`, document, headers)).status).toBe(status)
  expect(await row(id)).toEqual(before)
  expect((await put(id, document, { save })).status).toBe(200)
})
