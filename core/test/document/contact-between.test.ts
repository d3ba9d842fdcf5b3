/** Two bodies have one contact at most, whichever way round and through whatever groups it is chosen. */
import { describe, expect, it } from 'vitest'
import { addContact, contactBetween } from '@ligamen/core'
import { Sketch } from '../sketch'

const stack = () => {
  const { document } = new Sketch(1).body('tray').body('packet').body('lid')
  document.groups = [
    { id: 'packets', name: 'Packets', kind: 'moving', members: ['packet', 'lid'] },
    { id: 'all', name: 'All', kind: 'moving', members: ['packets'] },
  ]
  return document
}

describe('the contact that two bodies have', () => {
  it('is found from either side, and through groups', () => {
    const document = stack()
    expect(contactBetween(document, 'tray', 'packet')).toBeUndefined()
    const id = addContact(document, 'all', 'tray')
    for (const [a, b] of [
      ['all', 'tray'],
      ['tray', 'all'],
      ['tray', 'packets'],
      ['lid', 'tray'],
    ] as const)
      expect(contactBetween(document, a, b)?.id).toBe(id)
    expect(contactBetween(document, 'packet', 'lid')).toBeUndefined()
  })

  it('of one of two bodies is none of their group', () => {
    const document = stack()
    const one = addContact(document, 'tray', 'packet')
    expect(contactBetween(document, 'tray', 'packets')).toBeUndefined()
    const both = addContact(document, 'tray', 'packets')
    expect(both).not.toBe(one)
    expect(document.contacts).toHaveLength(2)
  })

  it('is not made twice', () => {
    const document = stack()
    const id = addContact(document, 'tray', 'packet')
    expect(addContact(document, 'packet', 'tray')).toBe(id)
    expect(document.contacts).toHaveLength(1)
  })
})
