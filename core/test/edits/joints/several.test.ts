/** The same limits and switches for several joints at once. */
import { describe, expect, it } from 'vitest'
import { setForAll, sharedDimension, sharedValue, switchAll } from '../../../src'
import { validateDocument } from '../../../src/document/checks/validate'
import { Sketch } from '../../sketch'

const machine = () =>
  new Sketch()
    .body('one', 'two', 'three')
    .hinge('left', 'ground', 'one', [0, 0])
    .hinge('right', 'ground', 'two', [1, 0])
    .slide('guide', 'ground', 'three', [2, 0], [0, 1, 0]).document

describe('several joints', () => {
  it('are of one kind of motion, or not', () => {
    const document = machine()
    expect(sharedDimension(document, ['left', 'right'])).toBe('angle')
    expect(sharedDimension(document, ['guide'])).toBe('length')
    expect(sharedDimension(document, ['left', 'guide'])).toBeNull()
    expect(sharedDimension(document, [])).toBeNull()
    document.joints[0]!.kind = 'cylindrical'
    expect(sharedDimension(document, ['left'])).toBeNull()
  })

  it('take one limit, beside what each has, and lose it again', () => {
    const document = machine()
    document.joints[0]!.freedoms = [{ name: 'angle', zero: '5 deg', lower: '-9 deg' }]
    const limited = setForAll(document, ['left', 'right'], 'upper', '0 deg')
    expect(validateDocument(limited).ok).toBe(true)
    expect(limited.joints.map(({ freedoms }) => freedoms)).toEqual([
      [{ name: 'angle', zero: '5 deg', lower: '-9 deg', upper: '0 deg' }],
      [{ name: 'angle', upper: '0 deg' }],
      undefined,
    ])
    expect(sharedValue(limited, ['left', 'right'], 'upper')).toBe('0 deg')
    expect(sharedValue(limited, ['left', 'right'], 'lower')).toBeUndefined()
    expect(setForAll(limited, ['left', 'right'], 'upper', undefined)).toEqual(document)
  })

  it('are suspended and restored together', () => {
    const document = machine()
    const off = switchAll(document, ['left', 'guide'], true)
    expect(off.joints.map(({ suspended }) => suspended)).toEqual([true, undefined, true])
    expect(switchAll(off, ['left', 'guide'], false)).toEqual(document)
  })
})
