/** A kind is one file: toys of every kind are added by one line each, and used like the others. */
import { beforeAll, describe, expect, it } from 'vitest'
import type { AnyCue } from '../src'
import { cueType, documentSchema, driverNote, draftRelation, samplePath } from '../src'
import { validateDocument } from '../src/document/checks/validate'
import { addPathType } from '../src/geometry/paths/registry'
import { addRelationType } from '../src/mechanism/relations/registry'
import { addCueType } from '../src/motion/cues/registry'
import { addDriverType } from '../src/motion/drivers/registry'
import { addProbeType } from '../src/probes/registry'
import { Sketch } from './sketch'
import { reach } from './toys/reach'
import { share } from './toys/share'
import { stairs } from './toys/stairs'
import { swap } from './toys/swap'
import { sway } from './toys/sway'

beforeAll(() => {
  addDriverType(sway)
  addCueType(swap)
  addProbeType(reach)
  addPathType(stairs)
  addRelationType(share)
})

/** Two arms on ground, side by side. */
const arms = () =>
  new Sketch(1, 100)
    .body('left', 'right')
    .hinge('left-pin', 'ground', 'left', [0, 0])
    .hinge('right-pin', 'ground', 'right', [1, 0])

const driver = { id: 'sway', kind: 'sway', joint: 'left-pin', by: '30 deg', period: '1 s' } as const

describe('a toy of every kind', () => {
  it('driver: moves as it says, with its words and its fields checked', () => {
    const sketch = arms().drive(driver)
    const take = sketch.solve()
    expect(take.joint('left-pin', 25)[0]).toBeCloseTo(Math.PI / 6, 12)
    expect(take.joint('left-pin', 0)[1]).toBeCloseTo((Math.PI / 6) * 2 * Math.PI, 12)
    expect(driverNote(driver)).toBe('sways by 30 deg')
    const wrong = arms().drive({ ...driver, period: '30 deg' }).document
    expect(validateDocument(wrong)).toMatchObject({
      ok: false,
      problems: [{ pointer: '/scenarios/0/drivers/0/period' }],
    })
    expect(JSON.stringify(documentSchema())).toContain('"Sway"')
  })

  it('relation: holds, is proposed, and its references are known', () => {
    const relation = {
      id: 'half',
      name: 'Half',
      kind: 'share',
      a: { joint: 'left-pin' },
      b: { joint: 'right-pin' },
      share: 0.5,
    } as const
    const take = arms().relate(relation).drive(driver).solve()
    expect(take.joint('right-pin', 25)[0]).toBeCloseTo(Math.PI / 12, 12)
    const drafted = draftRelation(arms().open(), {
      refs: [{ joint: 'left-pin' }, { joint: 'right-pin' }],
    })
    expect(drafted).toMatchObject({ ok: true, value: { relation: { kind: 'share' }, basis: 'a toy' } })
    const dangling = arms().relate({ ...relation, b: { joint: 'nowhere' } }).document
    expect(validateDocument(dangling)).toMatchObject({
      ok: false,
      problems: [{ code: 'reference-missing', pointer: '/relations/0/b/joint' }],
    })
  })

  it('probe: is measured, and asks for what it needs', () => {
    const sketch = arms()
      .datum('tip', 'left', [0.3, 0.4])
      .probe({ id: 'reach', kind: 'reach', datum: 'tip' })
      .drive(driver)
    expect(sketch.solve().probe('reach', 40)[0]).toBeCloseTo(0.5, 12)
    const bare = arms().probe({ id: 'reach', kind: 'reach' }).document
    expect(validateDocument(bare)).toMatchObject({ ok: false, problems: [{ code: 'probe-incomplete' }] })
  })

  it('path: is sampled by its length', () => {
    const points: [number, number, number][] = [
      [0, 0, 0],
      [3, 4, 0],
    ]
    expect(samplePath({ kind: 'stairs', points }, 8)).toMatchObject({ ok: true, value: { length: 7 } })
  })

  it('cue: changes what holds at its time', () => {
    const sketch = arms().hinge('brake', 'ground', 'right', [2, 0]).drive(driver)
    sketch.document.joints.find(({ id }) => id === 'brake')!.suspended = true
    const cue = {
      id: 'swap',
      kind: 'swap',
      targets: ['right-pin'],
      instead: ['brake'],
      start: '0.5 s',
    } satisfies AnyCue
    sketch.document.scenarios[0].cues = [cue]
    const { take } = sketch.solve()
    expect(take.spans.map(({ states }) => [states['right-pin'], states.brake])).toEqual([
      ['parked', 'suspended'],
      ['suspended', 'parked'],
    ])
    expect(cueType('swap').words(cue, (id) => id)).toBe('brake instead of right-pin')
  })
})
