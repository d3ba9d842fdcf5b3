import { describe, expect, it } from 'vitest'
import { table } from '../src/table'

const HEAD = ['time [s]', 'Crank [deg]']
const rows = (count: number) => Array.from({ length: count }, (_, k) => [String(k), `${2 * k}`])

describe('a table', () => {
  it('has as many rows as a run may have frames', () => {
    const times = rows(125_000).map(([time]) => [time!])
    const lines = table(['time [s]'], times).split('\n')
    expect([lines.length, lines.at(-1)!.trim()]).toEqual([125_001, '124999'])
  })

  it('made piece by piece looks as one made at once', () => {
    const lines = table(HEAD, rows(1200)).split('\n')
    expect(lines).toHaveLength(1201)
    expect(new Set(lines.map((line) => line.length)).size).toBe(1)
    expect(lines.slice(0, 101)).toEqual(table(HEAD, rows(100)).split('\n'))
  })
})
