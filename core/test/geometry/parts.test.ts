/** Parts turned into shapes, and where they are placed on their bodies; also where one of them has no valid shape. */
import { describe, expect, it } from 'vitest'
import { ORIGIN, placedFrames, resolvedParts } from '@ligamen/core'
import type { Body, Part } from '@ligamen/core'

const link = (id: string, bore: string): Part => ({
  id,
  name: id,
  shape: 'link',
  dimensions: { length: '80 mm', width: '20 mm', thickness: '6 mm', bore },
  colour: '#888888',
})
const body: Body = {
  id: 'arm',
  name: 'Arm',
  parts: [
    { id: 'first', part: 'good', at: { position: [0.1, 0, 0] } },
    { id: 'second', part: 'other', on: { placed: 'first', name: 'bore B' } },
  ],
}

describe('parts of a body', () => {
  it('are placed on features of the parts before them', () => {
    const frames = placedFrames(body, resolvedParts([link('good', '8 mm'), link('other', '8 mm')]), '')
    expect(frames.ok && frames.value.get('second')![ORIGIN]).toBeCloseTo(0.18, 12)
  })

  it('without a valid shape are left out, and offer no features to stand on', () => {
    const parts = resolvedParts([link('good', '90 mm'), link('other', '8 mm')])
    expect([...parts.keys()]).toEqual(['other'])
    const frames = placedFrames(body, parts, '/bodies/0')
    expect(frames).toMatchObject({
      ok: false,
      problems: [
        {
          code: 'feature-missing',
          message: 'A part of Arm has no valid shape, so it offers no “bore B”.',
          pointer: '/bodies/0/parts/1/on/name',
          ids: ['first'],
        },
      ],
    })
  })
})
