/** The table of references that the classes of the document declare, and what is done with it. */
import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { copyOf, entriesOf, nameOfEntry, removalOf } from '../../src'
import { copyEntries } from '../../src/document/copying'
import { validateDocument } from '../../src/document/checks/validate'
import type { MechanismDocument } from '../../src'
import { nestedClasses } from './classes'
import { walkDocument } from '../../src/document/walk'
import { referencesOf } from '../../src/document/rules/references'
import { fieldsOf } from '../../src/document/rules/check'

const file = (url: string) =>
  JSON.parse(readFileSync(new URL(url, import.meta.url), 'utf8')) as MechanismDocument
const seedLine = file('../../../demo/files/seed-line.json')
const examples = new URL('../../../docs/format/examples/', import.meta.url)

describe('references of a document', () => {
  it('are declared for every field that holds ids', () => {
    for (const type of nestedClasses()) {
      for (const [field, { rules }] of fieldsOf(type)) {
        const holdsIds = rules.some(
          ({ name, constraints }) =>
            name === 'areIds' ||
            (name === 'matches' && String(constraints[0]).includes('[A-Za-z0-9-]{0,63}')),
        )
        if (!holdsIds || field === 'id') continue
        expect(referencesOf(type).has(field), `${type.name}.${field}`).toBe(true)
      }
    }
  })

  it.each(readdirSync(examples))('lead to entries of the kinds they name in %s', (name) => {
    const document = file(`../../../docs/format/examples/${name}`)
    const entries = entriesOf(document)
    let count = 0
    walkDocument(document, {
      reference: ({ to, id }) => {
        count++
        expect(to).toContain(entries.get(id)?.kind)
      },
    })
    expect(count).toBeGreaterThan(4)
  })

  it('that lead nowhere are each told at their place', () => {
    const places: string[] = []
    walkDocument(seedLine, {
      reference: ({ pointer, to }) => void (to.includes('move') || places.push(pointer)),
    })
    for (const pointer of places.filter((_, k) => k % 7 === 0)) {
      const broken = copyOf(seedLine)
      const keys = pointer.split('/').slice(1)
      const last = keys.pop()!
      const holder = keys.reduce<unknown>((value, key) => (value as Record<string, unknown>)[key], broken)
      ;(holder as Record<string, unknown>)[last] = 'nowhere'
      const checked = validateDocument(broken)
      const told = checked.ok ? [] : checked.problems.filter(({ code }) => code === 'reference-missing')
      expect(told.map(({ pointer }) => pointer)).toContain(pointer)
    }
  })
})

describe('from the table', () => {
  it('whatever is removed leaves nothing dangling', () => {
    const { bodies, joints, mates = [], relations = [], springs = [] } = seedLine
    for (const { id } of [bodies, joints, mates, relations, springs].flat() as { id: string }[]) {
      const checked = validateDocument(removalOf(seedLine, [id]).document)
      expect(checked.ok ? [] : checked.problems).toEqual([])
    }
  })

  it('a copy of all that moves brings its springs, and names find everything', () => {
    const document = copyOf(seedLine)
    const moving = document.bodies.filter(({ grounded }) => !grounded).map(({ id }) => id)
    const grouped = new Set(document.groups?.flatMap(({ members }) => members))
    document.groups = [
      ...(document.groups ?? []),
      {
        id: 'everything',
        name: 'Everything',
        kind: 'moving',
        members: [
          ...moving.filter((id) => !grouped.has(id)),
          ...(document.groups ?? []).map(({ id }) => id).filter((id) => !grouped.has(id)),
        ],
      },
    ]
    const { document: copied, copies } = copyEntries(document, ['everything'])
    const checked = validateDocument(copied)
    expect(checked.ok ? [] : checked.problems).toEqual([])
    const entries = entriesOf(copied)
    for (const { id, name } of document.bodies.filter((body) => moving.includes(body.id))) {
      const copy = nameOfEntry(entries, copies.get(id)!)
      expect(copy).toMatch(/ \d+$/)
      expect(copy.replace(/ \d+$/, '')).toBe(name.replace(/ \d+$/, ''))
    }
    expect(nameOfEntry(entries, 'nowhere')).toBe('nowhere')
  })
})
