/** Folding of a large link map, and where its edges begin. */
import { describe, expect, it } from 'vitest'
import type { LinkGraph } from './link-graph'
import { foldChains } from './map-folding'
import { awayFromGround } from './map-direction'

/** Ground g; a ring a-b-c-d on it by two joints; a chain p-q-r-s-t; x and y on their own; loose bodies u and v. */
const graph = (): LinkGraph => {
  const names = ['g', 'a', 'b', 'c', 'd', 'p', 'q', 'r', 's', 't', 'x', 'u', 'v']
  const pairs = ['ga', 'ab', 'bc', 'cd', 'dg', 'gp', 'pq', 'qr', 'rs', 'st', 'gx']
  return {
    nodes: names.map((id) => ({ id, kind: 'body', name: id.toUpperCase(), grounded: id === 'g' })),
    edges: pairs.map((pair) => ({ id: pair, name: pair, source: pair[0]!, target: pair[1]!, share: 0.5 })),
    bonds: [{ id: 'bond', source: 'b', target: 'd' }],
    bundles: [],
  }
}
const words = (folded: LinkGraph) => folded.nodes.map(({ kind, name }) => `${kind} ${name}`)

describe('folding of the link map', () => {
  it('folds everything but ground into chains, those that nothing joins into one', () => {
    const folded = foldChains(graph(), new Set())
    expect(words(folded)).toEqual([
      'body G',
      'chain B and 3 more',
      'chain P and 4 more',
      'body X',
      'chain U and 1 more',
    ])
    expect(folded.bundles).toEqual([
      { id: 'joints chain b g', source: 'g', target: 'chain b', joints: ['ga', 'dg'] },
    ])
    expect(folded.edges.map(({ id, source, target }) => [id, source, target])).toEqual([
      ['gp', 'g', 'chain p'],
      ['gx', 'g', 'x'],
    ])
    expect(folded.bonds).toEqual([])
  })

  it('shows what is within two joints of the selection, not on through ground, and folds the rest of its chain', () => {
    const folded = foldChains(graph(), new Set(['p']))
    expect(words(folded)).toEqual([
      'body G',
      'body P',
      'body Q',
      'body R',
      'chain B and 3 more',
      'chain S and 1 more',
      'body X',
      'chain U and 1 more',
    ])
    expect(folded.edges.map(({ id }) => id).sort()).toEqual(['gp', 'gx', 'pq', 'qr', 'rs'])
  })

  it('names every body once, whatever is selected', () => {
    for (const { id } of graph().nodes) {
      const { nodes } = foldChains(graph(), new Set([id]))
      const found = nodes.flatMap((node) => node.members ?? [node.id])
      expect(found.sort()).toEqual(
        graph()
          .nodes.map((node) => node.id)
          .sort(),
      )
    }
  })
})

describe('edges of the link map', () => {
  it('begin at the end that is nearer to ground', () => {
    const { nodes, edges } = graph()
    const turned = awayFromGround(nodes, [...edges, { source: 'u', target: 'v' }])
    const ends = turned.map(({ source, target }) => source + target)
    expect(ends).toEqual(['ga', 'ab', 'bc', 'dc', 'gd', 'gp', 'pq', 'qr', 'rs', 'st', 'gx', 'uv'])
  })
})
