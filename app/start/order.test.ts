/** What the start page lists. */
import { describe, expect, it } from 'vitest'
import type { ProjectSummary } from '~~/shared/api'
import { listed } from './order'

const mechanism = (name: string, changedAt: string) => ({
  id: name,
  name,
  revision: 1,
  changedAt,
  hasPicture: true,
})
const projects: ProjectSummary[] = [
  {
    id: 'p1',
    name: 'Seed-packet machine',
    changedAt: '2026-11-02',
    mechanisms: [
      mechanism('Jaw 10', '2026-11-01'),
      mechanism('jaw 9', '2026-11-02'),
      mechanism('Beam', '2026-10-01'),
    ],
  },
  { id: 'p2', name: 'Bench', changedAt: '2026-11-03', mechanisms: [mechanism('Lift', '2026-11-03')] },
]
const names = (words: string, order: 'changed' | 'name') =>
  listed(projects, words, order).map((project) => [
    project.name,
    ...project.mechanisms.map(({ name }) => name),
  ])

describe('projects', () => {
  it('come with the newest first, or by name as people count', () => {
    expect(names('', 'changed')).toEqual([
      ['Bench', 'Lift'],
      ['Seed-packet machine', 'jaw 9', 'Jaw 10', 'Beam'],
    ])
    expect(names('', 'name')).toEqual([
      ['Bench', 'Lift'],
      ['Seed-packet machine', 'Beam', 'jaw 9', 'Jaw 10'],
    ])
  })

  it('are found by words of theirs or of their mechanisms', () => {
    expect(names('JAW', 'name')).toEqual([['Seed-packet machine', 'jaw 9', 'Jaw 10']])
    expect(names('9 jaw', 'name')).toEqual([['Seed-packet machine', 'jaw 9']])
    expect(names('packet beam', 'name')).toEqual([['Seed-packet machine', 'Beam']])
    expect(names('bench', 'name')).toEqual([['Bench', 'Lift']])
    expect(names('nowhere', 'name')).toEqual([])
  })
})
