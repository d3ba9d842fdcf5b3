import { describe, expect, it } from 'vitest'
import { mendConflict, openModel } from '../../src'
import type { MechanismDocument } from '../../src'
import { Sketch } from '../sketch'

/** A bar on two hinges of ground that are further apart than its bores. */
function strained(): MechanismDocument {
  const { document } = new Sketch()
    .body('bar', 'crank')
    .hinge('left', 'ground', 'bar', [0, 0])
    .hinge('right', 'ground', 'bar', [0.1, 0])
    .hinge('shaft', 'ground', 'crank', [0.3, 0])
  document.datums.find(({ id }) => id === 'right-to')!.at = { position: [0.08, 0, 0] }
  return document
}

const waysOf = (document: MechanismDocument) => {
  const opened = openModel(document)
  if (opened.ok) throw new Error('should not open')
  return mendConflict(document, opened.problems)
}

describe('a document that does not assemble', () => {
  it('offers to suspend each of those that fight, and each way out holds', () => {
    const ways = waysOf(strained())
    expect(ways.map(({ sentence }) => sentence)).toContain('Suspend right: mobility 2.')
    for (const { document } of ways) expect(openModel(document).ok).toBe(true)
    expect(ways.some(({ sentence }) => sentence.includes('shaft'))).toBe(false)
  })

  it('offers nothing for what cannot be read', () => {
    const document = strained()
    document.joints[0].from = 'nowhere'
    expect(waysOf(document)).toEqual([])
  })
})
