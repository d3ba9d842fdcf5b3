import { readdirSync, readFileSync } from 'node:fs'
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import { call, fresh, knex, row } from './client'

let project = ''
let id = ''
beforeEach(async () => ({ project, mechanism: id } = await fresh()))
afterAll(() => knex.destroy())

const opened = async () => (await call('GET', `mechanisms/${id}`)).body

describe('a mechanism', () => {
  it('opens as it was created, at revision 1', async () => {
    expect(await opened()).toMatchObject({
      id,
      project: { id: project, name: 'Bench-top line' },
      revision: 1,
      document: { name: 'Lift', format: 'ligamen/mechanism', version: 1 },
    })
  })

  it('saves over the revision it was opened at, and counts on', async () => {
    const { document } = await opened()
    document.name = 'Lift table'
    const saved = await call('PUT', `mechanisms/${id}`, { revision: 1, document })
    expect(saved).toMatchObject({ status: 200, body: { revision: 2 } })
    expect(await opened()).toMatchObject({ revision: 2, document: { name: 'Lift table' } })
  })

  it('refuses a stale save with what stands now, and keeps it', async () => {
    const { document } = await opened()
    await call('PUT', `mechanisms/${id}`, { revision: 1, document: { ...document, name: 'First' } })
    const stale = await call('PUT', `mechanisms/${id}`, {
      revision: 1,
      document: { ...document, name: 'Second' },
    })
    expect(stale.status).toBe(409)
    expect(stale.type).toContain('application/problem+json')
    expect(stale.body).toMatchObject({ status: 409, revision: 2, document: { name: 'First' } })
    expect((await opened()).document.name).toBe('First')
  })

  it('lets exactly one of many saves at once through', async () => {
    const { document } = await opened()
    const saves = await Promise.all(
      Array.from({ length: 8 }, (_, k) =>
        call('PUT', `mechanisms/${id}`, { revision: 1, document: { ...document, name: `Save ${k}` } }),
      ),
    )
    expect(saves.map((s) => s.status).sort()).toEqual([200, 409, 409, 409, 409, 409, 409, 409])
    expect((await opened()).revision).toBe(2)
  })

  it('renames, copies and deletes', async () => {
    expect((await call('PATCH', `mechanisms/${id}`, { name: 'Jaw' })).body).toMatchObject({ revision: 2 })
    const copy = (await call('POST', `mechanisms/${id}/copy`)).body.id
    expect((await call('GET', `mechanisms/${copy}`)).body).toMatchObject({
      revision: 1,
      document: { name: 'Jaw copy' },
    })
    expect((await call('DELETE', `mechanisms/${id}`)).status).toBe(204)
    expect((await call('GET', `mechanisms/${id}`)).status).toBe(404)
    expect((await call('GET', `mechanisms/${copy}`)).status).toBe(200)
  })
})

describe('a bad save leaves the row as it was', () => {
  /** Sends the body and expects the refusal, and the row unchanged to the byte. */
  async function refused(body: unknown, status: number, headers: Record<string, string> = {}) {
    const before = await row(id)
    const answer = await call('PUT', `mechanisms/${id}`, body, headers)
    expect(answer.status).toBe(status)
    expect(answer.type).toContain('application/problem+json')
    expect(answer.body).toMatchObject({ status, title: expect.any(String), detail: expect.any(String) })
    expect(await row(id)).toEqual(before)
    return answer.body
  }

  it('text that is not JSON', () => refused('{"revision": 1, ', 400))
  it('bytes that are not UTF-8', () => refused(Uint8Array.of(0x7b, 0xff, 0x7d), 400))
  it('an array', () => refused([], 400))
  it('another content type', () => refused('{}', 415, { 'content-type': 'text/plain' }))
  it('nothing but braces', () => refused({}, 422))
  it('a revision that is text', async () =>
    refused({ revision: '1', document: (await opened()).document }, 422))

  it('a body of 9 MiB', async () => {
    const { document } = await opened()
    await refused({ revision: 1, document: { ...document, name: 'x'.repeat(9 * 1024 * 1024) } }, 413)
  })

  it('an unknown field beside the document', async () => {
    const body = await refused({ revision: 1, document: (await opened()).document, force: true }, 422)
    expect(body.problems).toMatchObject([{ code: 'field-unknown', pointer: '/force' }])
  })

  it('an unknown field in the document', async () => {
    const { document } = await opened()
    document.joints[0].glue = 'strong'
    const body = await refused({ revision: 1, document }, 422)
    expect(body.problems[0]).toMatchObject({ code: 'field-unknown', pointer: '/joints/0/glue' })
  })

  it('a link of zero length, named', async () => {
    const { document } = await opened()
    document.parts[4].dimensions.length = '0 mm'
    const body = await refused({ revision: 1, document }, 422)
    expect(body.detail).toContain('Crank: Length between bores is 0 mm')
  })

  it('an unknown unit', async () => {
    const { document } = await opened()
    document.scenarios[0].drivers[0].speed = '60 bananas'
    const body = await refused({ revision: 1, document }, 422)
    expect(body.detail).toContain('bananas')
  })

  it('a prototype in disguise', () =>
    refused('{"revision":1,"document":{"__proto__":{"format":"ligamen/mechanism"}}}', 422))
})

describe('a picture', () => {
  const png = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 1, 2, 3])

  it('is kept and given back', async () => {
    expect((await call('GET', `mechanisms/${id}/picture`)).status).toBe(404)
    expect((await call('PUT', `mechanisms/${id}/picture`, png, { 'content-type': 'image/png' })).status).toBe(
      204,
    )
    const back = await call('GET', `mechanisms/${id}/picture`)
    expect(back).toMatchObject({ status: 200, type: 'image/png' })
    expect((await row(id)).picture).toEqual(png)
  })

  it('must be a PNG of at most 512 KiB', async () => {
    const put = (bytes: Uint8Array) =>
      call('PUT', `mechanisms/${id}/picture`, bytes, { 'content-type': 'image/png' })
    expect((await put(Buffer.from('<svg/>'))).status).toBe(415)
    expect((await put(Buffer.concat([png, Buffer.alloc(600 * 1024)]))).status).toBe(413)
    expect((await row(id)).picture).toBeNull()
  })
})

describe('every kind that the format has', () => {
  const folders = ['../../demo/files/', '../../docs/format/examples/'].map(
    (path) => new URL(path, import.meta.url),
  )
  const files = folders.flatMap((folder) => readdirSync(folder).map((name) => new URL(name, folder)))

  it.each(files.map((file) => [file.pathname.split('/').pop(), file] as const))(
    'is saved: %s',
    async (_, file) => {
      const { mechanism } = await fresh()
      const document = JSON.parse(readFileSync(file, 'utf8'))
      const saved = await call('PUT', `mechanisms/${mechanism}`, { revision: 1, document })
      expect(saved.body.problems ?? []).toEqual([])
      expect(saved.status).toBe(200)
      expect((await call('GET', `mechanisms/${mechanism}`)).body.document).toEqual(document)
    },
  )
})
