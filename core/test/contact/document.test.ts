/** Contacts in documents: of groups, copied, removed with their bodies, suspended, and refused. */
import { describe, expect, it } from 'vitest'
import { openModel, removalOf } from '../../src'
import { contactFacts } from '../../src/contact/facts'
import { contactNotes } from '../../src/contact/notes'
import { contactPairs } from '../../src/contact/pairs'
import { validateDocument } from '../../src/document/checks/validate'
import { copyEntries } from '../../src/document/copying'
import { Sketch } from '../sketch'

/** Two blocks on ways of their own, one of two boxes, with a contact between them. */
function blocks(): Sketch {
  return new Sketch()
    .body('left', 'right')
    .part('lower', 'box', 'left', [0, 0])
    .part('upper', 'box', 'left', [0, 0.1])
    .part('other', 'box', 'right', [0.1, 0])
    .slide('a', 'ground', 'left', [0, 0, 0], [1, 0, 0])
    .slide('b', 'ground', 'right', [0.1, 0, 0], [1, 0, 0])
    .contact('meet', 'left', 'right')
}
const codes = (sketch: Sketch): string[] => {
  const read = validateDocument(sketch.document)
  return read.ok ? [] : read.problems.map(({ code }) => code)
}

describe('contacts of a document', () => {
  it('pair every outline of one side with every one of the other', () => {
    const sketch = blocks()
    expect(contactPairs(sketch.open().mechanism)).toHaveLength(2)
    sketch.document.contacts![0]!.suspended = true
    expect(contactPairs(sketch.open().mechanism)).toEqual([])
  })

  it.each([
    { friction: -0.1 },
    { friction: 11 },
    { staticFriction: 10.5 },
    { restitution: 1.2 },
    { restitution: -0.2 },
    { friction: 0.5, staticFriction: 0.4 },
  ])('are refused with values that cannot be: %o', (values) => {
    const sketch = blocks()
    Object.assign(sketch.document.contacts![0]!, values)
    const read = validateDocument(sketch.document)
    expect(read.ok).toBe(false)
    expect(!read.ok && read.problems[0]!.pointer).toContain(`/contacts/0/${Object.keys(values).at(-1)}`)
  })

  it.each([{}, { friction: 0.4 }, { friction: 0.4, staticFriction: 0.6, restitution: 0.5 }])(
    'take values that can be: %o',
    (values) => {
      const sketch = blocks()
      Object.assign(sketch.document.contacts![0]!, values)
      expect(codes(sketch)).toEqual([])
    },
  )

  it('of a group leave bodies out that have one of their own, and say where nothing is left', () => {
    const sketch = blocks().body('third').part('far', 'box', 'third', [0.2, 0])
    sketch.slide('c', 'ground', 'third', [0.2, 0, 0], [1, 0, 0])
    sketch.document.groups = [{ id: 'row', name: 'Row', kind: 'moving', members: ['right', 'third'] }]
    sketch.contact('all', 'left', 'row')
    const names = () => contactPairs(sketch.open().mechanism).map(({ contact }) => contact.id)
    expect(names()).toEqual(['meet', 'meet', 'all', 'all'])
    const idle = () => {
      const { mechanism, home } = sketch.open()
      return [
        contactNotes(mechanism, contactPairs(mechanism), 'kinematic').map(({ message }) => message),
        contactFacts(mechanism, home).map(({ instead }) => instead?.id ?? null),
      ]
    }
    expect(idle()).toEqual([[], [null, null]])
    sketch.contact('far-one', 'third', 'left')
    expect(names()).toEqual(['meet', 'meet', 'far-one', 'far-one'])
    expect(idle()).toEqual([
      ['all does nothing: its bodies have contacts of their own, such as meet. Delete one or the other.'],
      [null, 'meet', null],
    ])
    // a suspended one leaves its bodies to the other
    sketch.document.contacts![0]!.suspended = true
    expect(names()).toEqual(['all', 'all', 'far-one', 'far-one'])
    expect(idle()[0]).toEqual([])
  })

  it('may be of all bodies of a group', () => {
    const sketch = blocks().body('third').part('far', 'box', 'third', [0.2, 0])
    sketch.slide('c', 'ground', 'third', [0.2, 0, 0], [1, 0, 0])
    sketch.document.groups = [{ id: 'row', name: 'Row', kind: 'moving', members: ['right', 'third'] }]
    sketch.document.contacts![0]!.b = 'row'
    expect(contactPairs(sketch.open().mechanism)).toHaveLength(4)
  })

  it('go with the bodies that they belong to: copied with both, removed with either', () => {
    const { document } = blocks()
    const { document: copied } = copyEntries(document, ['left', 'right'])
    expect(copied.contacts!.map(({ a, b }) => [a, b])).toEqual([
      ['left', 'right'],
      ['left-2', 'right-2'],
    ])
    expect(openModel(copied).ok).toBe(true)
    expect(copyEntries(document, ['left']).document.contacts).toHaveLength(1)
    expect(removalOf(document, ['right']).document.contacts ?? []).toEqual([])
  })

  it('are refused of a body with itself, within a rigid group, and of what is not there', () => {
    const itself = blocks()
    itself.document.contacts![0]!.b = 'left'
    expect(codes(itself)).toEqual(['contact-of-itself'])
    const bound = blocks()
    bound.document.groups = [{ id: 'one', name: 'One', kind: 'rigid', members: ['left', 'right'] }]
    expect(codes(bound)).toContain('contact-within-group')
    const nobody = blocks()
    nobody.document.contacts![0]!.b = 'nobody'
    expect(codes(nobody)).toHaveLength(1)
  })
})
