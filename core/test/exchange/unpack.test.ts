/** Zips are unpacked within limits. */
import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { unpack } from '@ligamen/core'

const named = (name: string, bytes: Uint8Array) => ({ name, bytes })

describe('a zip', () => {
  it('gives its entries with their paths', () => {
    const bytes = zipSync({ 'meshes/a.triangles': strToU8('abc') })
    expect(unpack(named('all.zip', bytes))).toEqual({
      ok: true,
      value: [named('meshes/a.triangles', strToU8('abc'))],
    })
  })

  it('is refused when it is broken, or would fill the memory', () => {
    const bomb = zipSync({ 'zeros.stl': new Uint8Array(3_000_000) }, { level: 9 })
    const code = (name: string, bytes: Uint8Array) => {
      const read = unpack(named(name, bytes))
      return read.ok ? 'unpacked' : read.problems[0].code
    }
    expect(code('bad.zip', strToU8('hello'))).toBe('zip-broken')
    expect(code('bomb.zip', bomb)).toBe('zip-too-large')
  })
})
