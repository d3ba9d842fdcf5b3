import { describe, expect, it } from 'vitest'
import type { AnyDriver, ModelReport } from '@ligamen/core'
import { glyphsShown, isCrowd } from './glyphs-shown'

const joints = (count: number) =>
  Array.from({ length: count }, (_, k) => ({
    id: `j${k}`,
    kind: 'revolute',
    from: `b${k}`,
    to: 'ground',
    frame: new Float64Array(12),
    carried: { body: k === 2 ? `b${k}` : 'ground', frame: new Float64Array(12) },
  })) as unknown as ModelReport['joints']
const motor = (joint: string, reversed: boolean) =>
  ({ kind: 'motor', id: `m-${joint}`, joint, reversed }) as unknown as AnyDriver
const drivers = [
  motor('j1', true),
  motor('j2', false),
  { kind: 'path', id: 'p', datum: 'j3' } as unknown as AnyDriver,
]
const shown = (count: number) => glyphsShown(joints(count), drivers, (id) => id === 'j5')

describe('glyphs of joints', () => {
  it('are all shown of a few, with the arrow and the direction of what drives them', () => {
    const all = shown(24)
    expect(all).toHaveLength(24)
    expect(all.filter(({ driven }) => driven).map(({ id, reversed }) => [id, reversed])).toEqual([
      ['j1', true],
      // its first datum is on what it carries
      ['j2', true],
    ])
    // the arrow goes along with what is driven
    expect(all[1]).toMatchObject({ body: 'ground' })
    expect(all[7]).toMatchObject({ kind: 'revolute', body: 'b7' })
    expect(isCrowd(joints(24))).toBe(false)
  })

  it('are of many those that are driven or selected, and smaller', () => {
    expect(shown(25).map(({ id }) => id)).toEqual(['j1', 'j2', 'j5'])
    expect(shown(150).map(({ id }) => id)).toEqual(['j1', 'j2', 'j5'])
    expect(isCrowd(joints(25))).toBe(true)
  })

  it('are of a crowd the selected ones alone', () => {
    expect(shown(151).map(({ id }) => id)).toEqual(['j5'])
  })
})
