/** Rows of the outline, and nodes and edges of the link map. */
import { describe, expect, it } from 'vitest'
import { linkGraph } from './link-graph'
import { rowsOf } from './outline'
import type { MechanismDocument } from '@ligamen/core'

const document: MechanismDocument = {
  format: 'ligamen/mechanism',
  version: 1,
  name: 'Lift table',
  parts: [
    {
      id: 'link',
      name: 'Link',
      shape: 'link',
      dimensions: { length: '80 mm', width: '20 mm', thickness: '6 mm', bore: '8 mm' },
      colour: '#888888',
    },
  ],
  bodies: [
    { id: 'base', name: 'Base', grounded: true, parts: [] },
    {
      id: 'riser',
      name: 'Riser',
      parts: [{ id: 'riser-placed', part: 'link', at: { position: [0.1, 0, 0] } }],
    },
    { id: 'brace', name: 'Brace', parts: [] },
    { id: 'shoe', name: 'Shoe', parts: [] },
  ],
  groups: [
    { id: 'cross', name: 'Cross', kind: 'moving', members: ['riser', 'brace'] },
    { id: 'stage', name: 'Stage', kind: 'moving', members: ['cross', 'shoe'] },
  ],
  datums: [
    { id: 'a', name: 'A', body: 'riser' },
    { id: 'b', name: 'B', body: 'brace' },
  ],
  joints: [{ id: 'pin', name: 'Cross pin', kind: 'revolute', from: 'a', to: 'b', suspended: true }],
  probes: [],
  scenarios: [{ id: 'run', name: 'Run', length: '1 s', frameRate: 60, drivers: [] }],
}

const shown = (filter = '', folded: string[] = []) =>
  rowsOf(document, filter, new Set(folded)).map(({ name, level, note }) =>
    `${' '.repeat(level)}${name} ${note}`.trimEnd(),
  )

describe('the outline', () => {
  it('nests groups, then lists bodies and joints', () => {
    expect(shown()).toEqual([
      'Stage moving',
      ' Cross moving',
      '  Riser',
      '  Brace',
      ' Shoe',
      'Base ground',
      'Joints 1',
      ' Cross pin suspended',
    ])
  })

  it('folds a group, and opens it for what a filter finds inside', () => {
    expect(shown('', ['stage', 'Joints'])).toEqual(['Stage moving', 'Base ground', 'Joints 1'])
    expect(shown('brace', ['stage'])).toEqual(['Stage moving', ' Cross moving', '  Brace'])
    expect(shown('nothing of the kind')).toEqual([])
  })
})

describe('the link map', () => {
  const graph = (filter: string, folded: string[], more: Partial<MechanismDocument> = {}) =>
    linkGraph({ ...document, ...more }, filter, new Set(folded))
  const joints = [
    ...document.joints,
    { id: 'foot', name: 'Foot', kind: 'revolute' as const, from: 'c', to: 'a' },
    { id: 'slide', name: 'Slide', kind: 'prismatic' as const, from: 'c', to: 'b' },
  ]
  const datums = [...document.datums, { id: 'c', name: 'C', body: 'base' }]
  const names = (filter: string, folded: string[] = []) =>
    graph(filter, folded, { joints, datums }).nodes.map(({ name }) => name)

  it('shows every body, and the joints between', () => {
    expect(names('')).toEqual(['Base', 'Riser', 'Brace', 'Shoe'])
    expect(graph('', []).edges).toEqual([
      { id: 'pin', name: 'Cross pin', source: 'riser', target: 'brace', share: 0.5 },
    ])
  })

  it('shows a folded group as one node, without what is inside, its joints outward side by side', () => {
    const { nodes, edges } = graph('', ['cross'], { joints, datums })
    expect(nodes.map(({ kind, name }) => `${kind} ${name}`)).toEqual([
      'body Base',
      'group Cross',
      'body Shoe',
    ])
    expect(edges.map(({ id, source, target }) => [id, source, target])).toEqual([
      ['foot', 'base', 'cross'],
      ['slide', 'base', 'cross'],
    ])
    expect(edges.map(({ share }) => share)).toEqual([1 / 3, 2 / 3])
    expect(names('', ['cross', 'stage'])).toEqual(['Base', 'Stage'])
  })

  it('binds the bodies of a rigid group, which no joint does', () => {
    const rigid = {
      groups: [{ id: 'cross', name: 'Cross', kind: 'rigid' as const, members: ['riser', 'brace'] }],
    }
    const { bonds } = graph('', [], { joints, datums, ...rigid })
    expect(bonds.map(({ source, target }) => [source, target])).toEqual([['riser', 'brace']])
    expect(graph('', ['cross'], { joints, datums, ...rigid }).bonds).toEqual([])
  })

  it('keeps what the filter names, and the neighbours', () => {
    expect(names('slide')).toEqual(['Base', 'Brace'])
    expect(names('riser', ['cross'])).toEqual(['Base', 'Riser', 'Brace'])
    expect(names('stage')).toEqual(['Base', 'Riser', 'Brace', 'Shoe'])
    expect(names('no such thing')).toEqual([])
  })
})
