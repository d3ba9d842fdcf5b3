/**
 * Checks take time in proportion to the document. One that visits pairs of 10,000 entries takes minutes, which is past
 * the time that a test may take.
 */
import { describe, expect, it } from 'vitest'
import type { MechanismDocument } from '../../src'
import { validateDocument } from '../../src/document/checks/validate'
import { Sketch } from '../sketch'

const base = (): MechanismDocument => new Sketch().body('one').hinge('pin', 'ground', 'one', [0, 0]).document
const many = <T>(count: number, make: (k: number) => T): T[] =>
  Array.from({ length: count }, (_, k) => make(k))

function codesOf(document: unknown): string[] {
  const checked = validateDocument(document)
  return checked.ok ? [] : checked.problems.map(({ code }) => code)
}
const scenario = (id: string, more: object = {}) => ({
  id,
  name: id,
  length: 1,
  frameRate: 60,
  drivers: [],
  ...more,
})
const datum = (id: string, on: string) => ({ id, name: id, body: 'one', on })

describe('checks of a large document', () => {
  it('of scenarios that start one after the other', () => {
    const scenarios = many(1000, (k) => scenario(`s${k}`, k > 0 ? { startAfter: `s${k - 1}` } : {}))
    expect(codesOf({ ...base(), scenarios })).toEqual([])
    scenarios[0] = scenario('s0', { startAfter: 's999' })
    expect(codesOf({ ...base(), scenarios })).toEqual(['start-circular'])
  })

  it('of drivers in many scenarios', () => {
    const drivers = (s: number) =>
      many(20, (k) => ({ id: `d${s}-${k}`, kind: 'moves', joint: 'pin', moves: [] }))
    const scenarios = many(500, (s) => scenario(`s${s}`, { drivers: drivers(s) }))
    expect(codesOf({ ...base(), scenarios })).toEqual([])
  })

  it('of moves that wait for one another', () => {
    const move = (k: number) => ({
      id: `m${k}`,
      law: 'linear',
      duration: 1,
      by: 0,
      tie: { after: `m${(k + 1) % 10_000}` },
    })
    const drivers = many(10, (d) => ({
      id: `d${d}`,
      kind: 'moves',
      joint: 'pin',
      moves: many(1000, (k) => move(1000 * d + k)),
    }))
    const scenarios = [scenario('run', { drivers })]
    expect(codesOf({ ...base(), scenarios })).toEqual(['tie-circular'])
  })

  it('of datums on datums', () => {
    const { datums } = base()
    const chain = many(20_000, (k) => datum(`p${k}`, k > 0 ? `p${k - 1}` : 'pin-to'))
    expect(codesOf({ ...base(), datums: [...datums, ...chain] })).toEqual([])
    chain[0] = datum('p0', 'p19999')
    expect(codesOf({ ...base(), datums: [...datums, ...chain] })).toEqual(['datum-circular'])
    const fan = many(20_000, (k) => datum(`p${k}`, 'pin-to'))
    expect(codesOf({ ...base(), datums: [...datums, ...fan] })).toEqual([])
  })

  it('of parts placed one on the other', () => {
    const document = base()
    document.bodies[1]!.parts = many(10_000, (k) => ({
      id: `q${k}`,
      part: 'part',
      ...(k > 0 ? { on: { placed: `q${k - 1}`, name: 'top' } } : {}),
    }))
    document.parts = [{ id: 'part', name: 'Part', shape: 'box', dimensions: {}, colour: '#888888' }]
    expect(codesOf(document)).toEqual([])
  })

  it('of groups in groups, which may be nested a hundred deep', () => {
    const groups = (count: number) =>
      many(count, (k) => ({
        id: `g${k}`,
        name: `G${k}`,
        kind: 'moving' as const,
        members: [k < count - 1 ? `g${k + 1}` : 'one'],
      }))
    expect(codesOf({ ...base(), groups: groups(100) })).toEqual([])
    expect(codesOf({ ...base(), groups: groups(10_000) })).toEqual(['group-too-deep'])
    const ring = groups(10_000)
    ring[9999]!.members = ['g0']
    expect(codesOf({ ...base(), groups: ring })).toEqual(['group-circular'])
  })
})
