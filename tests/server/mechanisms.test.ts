import { readdirSync, readFileSync } from 'node:fs'
import { encode } from 'fast-png'
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import { call, fresh, knex, put, row } from './client'

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
    const saved = await put(id, document)
    expect(saved).toMatchObject({ status: 200, body: { revision: 2 } })
    expect(await opened()).toMatchObject({ revision: 2, document: { name: 'Lift table' } })
  })

  it('refuses a stale save with what stands now, and keeps it', async () => {
    const { document } = await opened()
    await put(id, { ...document, name: 'First' })
    const stale = await put(id, { ...document, name: 'Second' })
    expect(stale.status).toBe(409)
    expect(stale.type).toContain('application/problem+json')
    expect(stale.body).toMatchObject({ status: 409, revision: 2, document: { name: 'First' } })
    expect((await opened()).document.name).toBe('First')
  })

  it('lets exactly one of many saves at once through', async () => {
    const { document } = await opened()
    const saves = await Promise.all(
      Array.from({ length: 8 }, (_, k) => put(id, { ...document, name: `Save ${k}` })),
    )
    expect(saves.map((s) => s.status).sort()).toEqual([200, 409, 409, 409, 409, 409, 409, 409])
    expect((await opened()).revision).toBe(2)
  })

  it('renames, copies and deletes', async () => {
    expect((await call('PUT', `mechanisms/${id}/name`, { name: 'Jaw' })).body).toMatchObject({ revision: 2 })
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
  /** Sends the document and expects the refusal, and the row unchanged to the byte. */
  async function refused(document: unknown, status: number) {
    const before = await row(id)
    const answer = await put(id, document)
    expect(answer.status).toBe(status)
    expect(answer.type).toContain('application/problem+json')
    expect(answer.body).toMatchObject({ status, title: expect.any(String), detail: expect.any(String) })
    expect(await row(id)).toEqual(before)
    return answer.body
  }

  it('text that is not JSON', () => refused('{"format": 1, ', 400))
  it('bytes that are not UTF-8', () => refused(Uint8Array.of(0x7b, 0xff, 0x7d), 400))
  it('an array', () => refused([], 400))
  it('nothing but braces', () => refused({}, 422))

  it('a body of 9 MiB', async () => {
    const { document } = await opened()
    await refused({ ...document, name: 'x'.repeat(9 * 1024 * 1024) }, 413)
  })

  it('an unknown field in the document', async () => {
    const { document } = await opened()
    document.joints[0].glue = 'strong'
    const body = await refused(document, 422)
    expect(body.problems[0]).toMatchObject({ code: 'field-unknown', pointer: '/joints/0/glue' })
  })

  it('a link of zero length, named', async () => {
    const { document } = await opened()
    document.parts[4].dimensions.length = '0 mm'
    const body = await refused(document, 422)
    expect(body.detail).toContain('Crank: Length between bores is 0 mm')
  })

  it('an unknown unit', async () => {
    const { document } = await opened()
    document.scenarios[0].drivers[0].speed = '60 bananas'
    const body = await refused(document, 422)
    expect(body.detail).toContain('bananas')
  })

  it('a prototype in disguise', () => refused('{"__proto__":{"format":"ligamen/mechanism"}}', 422))
})

describe('a picture', () => {
  const png = encode({ width: 4, height: 3, data: new Uint8Array(4 * 3 * 4).fill(90), channels: 4 })
  const picture = (bytes: Uint8Array) =>
    call('PUT', `mechanisms/${id}/picture`, bytes, { 'content-type': 'image/png' })

  it('is kept and given back', async () => {
    expect((await call('GET', `mechanisms/${id}/picture`)).status).toBe(404)
    expect((await picture(png)).status).toBe(204)
    const back = await call('GET', `mechanisms/${id}/picture`)
    expect(back).toMatchObject({ status: 200, type: 'image/png' })
    expect((await row(id)).picture).toEqual(Buffer.from(png))
  })

  it('is one that can be decoded, of a size that is meant', async () => {
    expect((await picture(Buffer.from('<svg/>'))).status).toBe(415)
    // the first bytes alone make no picture
    expect((await picture(Buffer.concat([png.subarray(0, 8), Buffer.alloc(400)]))).status).toBe(415)
    expect((await picture(png.subarray(0, png.length - 20))).status).toBe(415)
    const flipped = Buffer.from(png)
    flipped[45] = flipped[45]! ^ 0x10
    expect((await picture(flipped)).status).toBe(415)
    const wide = encode({ width: 1025, height: 1, data: new Uint8Array(1025 * 4), channels: 4 })
    expect((await picture(wide)).status).toBe(415)
    expect((await picture(Buffer.concat([png, Buffer.alloc(600 * 1024)]))).status).toBe(413)
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
      const saved = await put(mechanism, document)
      expect(saved.body.problems ?? []).toEqual([])
      expect(saved.status).toBe(200)
      expect((await call('GET', `mechanisms/${mechanism}`)).body.document).toEqual(document)
    },
  )
})
