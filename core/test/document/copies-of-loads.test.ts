/** Loads come along with what they act on: in copies of bodies, of scenarios, and in mechanisms that are brought together. */
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { addScenario, compileDocument, mergeMechanism, removalOf } from '../../src'
import { copyEntries } from '../../src/document/copying'
import type { MechanismDocument } from '../../src'

const bench = JSON.parse(
  readFileSync(new URL('../../../demo/files/force-bench.json', import.meta.url), 'utf8'),
) as MechanismDocument

const namesIn = ({ loads = [], scenarios }: MechanismDocument) => [
  ...loads.map(({ name }) => name),
  ...scenarios.flatMap(({ loads: own = [] }) => own.map(({ name }) => name)),
]

describe('loads', () => {
  it('of bodies that are copied with their joints are copied too, and of nothing else', () => {
    const { at } = bench.datums.find(({ id }) => id === 'turner-shaft-on-frame')!
    const outward = { joints: new Set(['turner-shaft']), datums: new Map([['turner-shaft-on-frame', at!]]) }
    const { document } = copyEntries(bench, ['turner'], outward)
    expect(compileDocument(document)).toMatchObject({ ok: true })
    const added = namesIn(document).filter((name) => !namesIn(bench).includes(name))
    expect(added.sort()).toEqual(['Turner bearing 2', 'Turner bearing 2', 'Turner motor 2', 'Turner motor 2'])
    const [first] = document.scenarios
    const copy = first.loads!.find(({ name }) => name === 'Turner motor 2') as unknown as { joint: string }
    expect(copy.joint).not.toBe('turner-shaft')
    expect(document.joints.some(({ id }) => id === copy.joint)).toBe(true)
  })

  it('of a scenario that is copied have ids of their own', () => {
    const draft = structuredClone(bench)
    addScenario(draft, 'Again', 'let-go')
    expect(compileDocument(draft)).toMatchObject({ ok: true })
    expect(draft.scenarios.at(-1)!.loads).toHaveLength(draft.scenarios[0].loads!.length)
  })

  it('come along with a mechanism that is brought into another one, and go with what they act on', () => {
    const { document } = mergeMechanism(bench, bench)
    expect(compileDocument(document)).toMatchObject({ ok: true })
    expect(document.loads).toHaveLength(2)
    const { document: without } = removalOf(bench, ['turner'])
    expect(compileDocument(without)).toMatchObject({ ok: true })
    expect(namesIn(without).filter((name) => name.startsWith('Turner'))).toEqual([])
  })
})
