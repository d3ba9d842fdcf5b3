/** Names that expressions have for probes, and which kinds take what. */
import { describe, expect, it } from 'vitest'
import { probeKinds } from '@ligamen/core'
import { directionsOf, expressionNames, namedIn, PROBE_WORDS } from './probe-words'

const probes = [
  { id: 'a', name: 'Beam tip height' },
  { id: 'b', name: 'Beam tip, height' },
  { id: 'c', name: '2nd Überhöhe' },
]

it('every kind has words', () => {
  expect(probeKinds().filter((kind) => !PROBE_WORDS[kind])).toEqual([])
})

it('names are words of their own', () => {
  expect([...expressionNames(probes).values()]).toEqual([
    'beam_tip_height',
    'beam_tip_height_2',
    'nd_u_berho_he',
  ])
})

describe('an expression', () => {
  it('takes the probes that it names', () => {
    expect(namedIn('2 * beam_tip_height_2 - 3 mm', probes)).toEqual([{ as: 'beam_tip_height_2', probe: 'b' }])
  })
  it('keeps names that it has given before', () => {
    expect(namedIn('tip + beam_tip_height', probes, [{ as: 'tip', probe: 'b' }])).toEqual([
      { as: 'tip', probe: 'b' },
      { as: 'beam_tip_height', probe: 'a' },
    ])
  })
})

it('directions are offered where a kind takes them', () => {
  expect(directionsOf('datum-position')).toEqual(['x', 'y', 'z'])
  expect(directionsOf('datum-acceleration')).toContain('across')
  expect(directionsOf('distance')).toEqual([])
})
