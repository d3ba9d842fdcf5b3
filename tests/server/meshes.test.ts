import { createHash } from 'node:crypto'
import { afterAll, describe, expect, it } from 'vitest'
import { packTriangles } from '@ligamen/core'
import { address, call, knex } from './client'

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
