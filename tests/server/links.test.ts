/** Links: who has one sees its mechanism and nothing else, until it ends. */
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import { address, call, fresh, knex, put } from './client'

let id = ''
let project = ''
beforeEach(async () => ({ project, mechanism: id } = await fresh()))
afterAll(() => knex.destroy())

const links = () => `mechanisms/${id}/links`
async function made(more: object = {}) {
  const answer = await call('POST', links(), { name: 'For the fitter', ...more })
  expect(answer.status, JSON.stringify(answer.body)).toBe(201)
  const { body } = await call('GET', links())
  return body.find((link: { id: string }) => link.id === answer.body.id)
}
async function shown(path: string) {
  const answer = await fetch(`${address}${path}`)
  return { status: answer.status, headers: answer.headers, text: await answer.text() }
}
const documentIn = (page: string) =>
  JSON.parse(/<script id="content" type="application\/json">(.*?)<\/script>/s.exec(page)![1]!).document

describe('a link', () => {
  it('shows the newest revision, in a page that may ask for nothing', async () => {
    const link = await made()
    expect(link).toMatchObject({ name: 'For the fitter', revision: null, embed: false, expires: null })
    expect(link.address).toMatch(/^\/shared\/[\w-]{43}$/)
    const { document } = (await call('GET', `mechanisms/${id}`)).body
    await put(id, { ...document, name: 'Lift <b>table</b>' })
    const { status, headers, text } = await shown(link.address)
    expect([status, headers.get('content-type')]).toEqual([200, 'text/html; charset=utf-8'])
    expect(documentIn(text).name).toBe('Lift <b>table</b>')
    expect(text).toContain('<title>Lift &lt;b&gt;table&lt;/b&gt;</title>')
    const policy = headers.get('content-security-policy')!
    expect(policy).toContain("default-src 'none'")
    expect(policy).toContain("frame-ancestors 'none'")
    expect(policy).toContain('sandbox allow-scripts')
    expect(headers.get('x-frame-options')).toBe('DENY')
    expect(text).toContain(`<script nonce="${/'nonce-([^']+)'/.exec(policy)![1]}">`)
    // neither of its project nor of its id is anything said
    expect(text).not.toContain(id)
    expect(text).not.toContain(project)
    expect(text).not.toContain('Bench-top line')
  })

  it('of a fixed revision stays as it was, whatever is saved and however it is named later', async () => {
    const link = await made({ fixed: true })
    expect(link.revision).toBe(1)
    const { document } = (await call('GET', `mechanisms/${id}`)).body
    await put(id, { ...document, name: 'Secret successor' })
    const { text } = await shown(link.address)
    expect(documentIn(text)).toEqual(document)
    expect(text).not.toContain('Secret successor')
  })

  it('may be shown in frames elsewhere where that was allowed', async () => {
    const { address: path } = await made({ embed: true })
    const { headers } = await shown(path)
    expect(headers.get('content-security-policy')).toContain('frame-ancestors *')
    expect(headers.get('x-frame-options')).toBe(null)
  })

  it('shows nothing after it is ended, after its time, after its mechanism, and for any other token', async () => {
    const ended = await made()
    expect((await call('DELETE', `${links()}/${ended.id}`)).status).toBe(204)
    const over = await made({ expires: new Date(Date.now() + 3600_000).toISOString() })
    await knex('links')
      .where({ id: over.id })
      .update({ expires_at: new Date(Date.now() - 1000) })
    const gone = await made()
    await call('DELETE', `mechanisms/${id}`)
    const nothing = await shown(`/shared/${'A'.repeat(43)}`)
    expect(nothing.status).toBe(404)
    for (const { address: path } of [ended, over, gone]) {
      const answer = await shown(path)
      expect([answer.status, answer.text]).toEqual([404, nothing.text])
    }
    expect(nothing.text).toContain('shows nothing')
  })

  it('is refused with an end in the past, without a name, with unknown fields, and of what is not there', async () => {
    const post = async (body: object) => {
      const answer = await call('POST', links(), body)
      return [answer.status, answer.body.detail]
    }
    expect(await post({ name: 'x', expires: '2020-01-01T00:00:00Z' })).toEqual([
      422,
      'The link would have ended already; choose a later end.',
    ])
    expect((await post({ name: '' }))[0]).toBe(422)
    expect((await post({ name: 'x', expires: 'soon' }))[0]).toBe(422)
    expect((await post({ name: 'x', token: 'mine' }))[0]).toBe(422)
    const other = '00000000-0000-4000-8000-000000000000'
    expect((await call('POST', `mechanisms/${other}/links`, { name: 'x' })).status).toBe(404)
    expect((await call('DELETE', `${links()}/${other}`)).status).toBe(404)
    // nobody ends the links of another mechanism
    const link = await made()
    const { mechanism } = await fresh()
    expect((await call('DELETE', `mechanisms/${mechanism}/links/${link.id}`)).status).toBe(404)
    expect((await shown(link.address)).status).toBe(200)
  })
})
