/** Rows of the outline, names of keys, free places, what hangs together. */
import { describe, expect, it } from 'vitest'
import { floatingWith } from '../../view/tied'
import { keysOf } from '../actions/keys'
import { linkGraph } from './link-graph'
import { placeBeside } from '../../build/parts/free-place'
import { rowsOf } from './outline'
import { partIcon } from '../../build/parts/part-icon'
import { namedDatumsOf } from '../../model/picking/named-datums'
import { shapeKinds } from '@ligamen/core'
import type { MechanismDocument, ModelReport } from '@ligamen/core'

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

describe('keys', () => {
  const key = (name: string, held: Partial<KeyboardEvent> = {}) =>
    keysOf({ key: name, ctrlKey: false, metaKey: false, shiftKey: false, altKey: false, ...held })

  it('are named as people write them', () => {
    expect(key(' ')).toBe('Space')
    expect(key('k', { ctrlKey: true })).toBe('Ctrl+K')
    expect(key('z', { metaKey: true, shiftKey: true })).toBe('Ctrl+Shift+Z')
    expect(key('y', { ctrlKey: true })).toBe('Ctrl+Shift+Z')
    expect(key('Backspace')).toBe('Delete')
    expect(key('Home')).toBe('Home')
  })
})

describe('a place beside what stands already', () => {
  it('lies to its right, at its middle', () => {
    expect(placeBeside(null)).toEqual([0, 0, 0])
    const [x, y, z] = placeBeside([0, -0.1, 0, 0.2, 0.1, 0.1])
    expect(x).toBeGreaterThan(0.2)
    expect([y, z]).toEqual([0, 0.05])
  })
})

describe('what hangs together', () => {
  const report = (states: Record<string, string>) =>
    ({
      joints: [
        { id: 'one', from: 'base', to: 'arm' },
        { id: 'two', from: 'hand', to: 'tool' },
      ],
      states,
    }) as unknown as ModelReport
  const still = new Set(['base'])

  it('is found by joints that are not suspended', () => {
    const joined = report({ one: 'parked', two: 'parked' })
    expect(floatingWith(joined, still, 'arm')).toBeNull()
    expect([...(floatingWith(joined, still, 'hand') ?? [])]).toEqual(['hand', 'tool'])
    const cut = report({ one: 'suspended', two: 'suspended' })
    expect([...(floatingWith(cut, still, 'arm') ?? [])]).toEqual(['arm'])
  })
})

describe('the part kit', () => {
  it('has a picture of every kind that the kit makes', () => {
    for (const kind of shapeKinds.filter((k) => k !== 'imported'))
      expect(partIcon(kind), kind).toMatch(/^M[\d. -]+L/)
    expect(partIcon('imported')).toBe('')
  })

  it('offers the datums of a placed part on its body', () => {
    const named = namedDatumsOf(document, document.bodies[1]!)
    expect(named.map(({ words }) => words)).toContain('bore B of Riser')
    const { frame } = named.find(({ pick }) => pick.name === 'bore B')!
    expect(frame[9]).toBeCloseTo(0.18, 12)
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

  it('keeps what the filter names, and the neighbours', () => {
    expect(names('slide')).toEqual(['Base', 'Brace'])
    expect(names('riser', ['cross'])).toEqual(['Base', 'Riser', 'Brace'])
    expect(names('stage')).toEqual(['Base', 'Riser', 'Brace', 'Shoe'])
    expect(names('no such thing')).toEqual([])
  })
})
