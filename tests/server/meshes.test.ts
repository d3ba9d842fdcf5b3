import { createHash } from 'node:crypto'
import { afterAll, describe, expect, it } from 'vitest'
import { packTriangles } from '@ligamen/core'
import { meshService } from '../../server/services/meshes'
import { address, call, fresh, knex, patch } from './client'

afterAll(() => knex.destroy())

const content = Buffer.from(new Float32Array([0, 0, 0, 1, 0, 0, 0, 1, Math.random()]).buffer)
const hash = createHash('sha256').update(content).digest('hex')
const bytes = { 'content-type': 'application/octet-stream' }

describe('meshes', () => {
  it('are stored once under their hash and come back byte by byte', async () => {
    expect((await call('PUT', `meshes/${hash}`, content, bytes)).status).toBeLessThan(300)
    expect((await call('PUT', `meshes/${hash}`, content, bytes)).status).toBeLessThan(300)
    const [{ n }] = await knex('meshes').where({ hash }).count({ n: '*' })
    expect(Number(n)).toBe(1)
    const answer = await fetch(`${address}/api/meshes/${hash}`)
    expect(answer.headers.get('cache-control')).toContain('immutable')
    expect(Buffer.from(await answer.arrayBuffer()).equals(content)).toBe(true)
  })

  it('may name the faces that their triangles make, of triangles that are there', async () => {
    const positions = new Float32Array(content.buffer.slice(content.byteOffset, content.byteOffset + 36))
    for (const [first, status] of [
      [0, 204],
      [1, 422],
    ] as const) {
      const packed = Buffer.from(packTriangles({ positions, faces: [{ first, surface: null }] }))
      const named = createHash('sha256').update(packed).digest('hex')
      expect((await call('PUT', `meshes/${named}`, packed, bytes)).status).toBe(status)
    }
  })

  it('are refused under another hash, cut short, empty, or too large', async () => {
    const other = 'a'.repeat(64)
    expect((await call('PUT', `meshes/${other}`, content, bytes)).body).toMatchObject({
      type: 'about:blank#mesh-hash',
    })
    expect((await call('PUT', `meshes/${hash}`, content.subarray(0, 35), bytes)).status).toBe(422)
    expect((await call('PUT', `meshes/${hash}`, Buffer.alloc(0), bytes)).status).toBe(422)
    expect((await call('PUT', `meshes/${hash}`, Buffer.alloc(49 * 1024 * 1024), bytes)).status).toBe(413)
    expect((await call('GET', `meshes/${other}`)).status).toBe(404)
    expect((await call('GET', 'meshes/nonsense')).status).toBe(400)
  })
})

describe('large meshes and unused ones', () => {
  /** A mesh of so many triangles that no other test has. */
  const meshOf = (triangles: number) => {
    const numbers = new Float32Array(9 * triangles).map((_, k) => k % 9973)
    numbers[0] = Math.random()
    const bytesOf = Buffer.from(numbers.buffer)
    return { content: bytesOf, hash: createHash('sha256').update(bytesOf).digest('hex') }
  }
  const there = async (hash: string) => Number((await knex('meshes').where({ hash }).count({ n: '*' }))[0]!.n)
  const age = (hash: string) =>
    knex('meshes')
      .where({ hash })
      .update({ created_at: new Date(0) })
  const sweep = () => meshService(knex).removeUnused(new Date())

  it(
    'of 40 MiB are kept in pieces that any server takes, and come back byte by byte',
    { timeout: 60_000 },
    async () => {
      const { content, hash } = meshOf(1_165_000)
      expect(content.length).toBeGreaterThan(39 * 1024 * 1024)
      expect((await call('PUT', `meshes/${hash}`, content, bytes)).status).toBe(204)
      const [{ most, n }] = (await knex('mesh_pieces')
        .where({ hash })
        .select(knex.raw('MAX(OCTET_LENGTH(content)) AS most, COUNT(*) AS n'))) as unknown as {
        most: number
        n: number
      }[]
      expect([most, n]).toEqual([256 * 1024, Math.ceil(content.length / (256 * 1024))])
      const back = Buffer.from(await (await fetch(`${address}/api/meshes/${hash}`)).arrayBuffer())
      expect(back.equals(content)).toBe(true)
      await age(hash)
      await sweep()
      expect(await knex('mesh_pieces').where({ hash })).toEqual([])
    },
  )

  it('are taken away when nothing has used them for a week, and not before', async () => {
    const [used, unused, fresh1] = [meshOf(2), meshOf(3), meshOf(4)]
    for (const { content, hash } of [used, unused, fresh1])
      expect((await call('PUT', `meshes/${hash}`, content, bytes)).status).toBe(204)
    const { project, mechanism } = await fresh()
    const { document } = (await call('GET', `mechanisms/${mechanism}`)).body
    const dimensions = { width: '1 mm', depth: '1 mm', height: '1 mm' }
    const looks = { name: 'Casting', shape: 'imported', dimensions, colour: '#888888' }
    const value = { id: 'casting', ...looks, mesh: used.hash }
    const added = await patch(mechanism, [{ op: 'add', path: '/parts/-', value }])
    expect(added.body.problems ?? []).toEqual([])
    await age(used.hash)
    await age(unused.hash)
    await sweep()
    expect([await there(used.hash), await there(unused.hash), await there(fresh1.hash)]).toEqual([1, 0, 1])
    // a copy uses it too; without the part, and without the copy, nothing does
    const copy = (await call('POST', `projects/${project}/copy`)).body.id
    await patch(mechanism, [{ op: 'remove', path: `/parts/${document.parts.length}` }], { revision: 2 })
    await sweep()
    expect(await there(used.hash)).toBe(1)
    await call('DELETE', `projects/${copy}`)
    // whoever stores it again wants it
    await call('PUT', `meshes/${used.hash}`, used.content, bytes)
    await sweep()
    expect(await there(used.hash)).toBe(1)
    await age(used.hash)
    await sweep()
    expect(await there(used.hash)).toBe(0)
  })
})
