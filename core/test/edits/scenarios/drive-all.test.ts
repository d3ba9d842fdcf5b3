/** One motor speed for several joints. */
import { describe, expect, it } from 'vitest'
import { driveAll, drivenOtherwise, speedOfAll } from '../../../src'
import { validateDocument } from '../../../src/document/checks/validate'
import { Sketch } from '../../sketch'

function machine() {
  const { document } = new Sketch()
    .body('one', 'two', 'three')
    .hinge('left', 'ground', 'one', [0, 0])
    .hinge('middle', 'ground', 'two', [1, 0])
    .hinge('right', 'ground', 'three', [2, 0])
  const drivers = [
    { kind: 'motor', id: 'has', joint: 'left', by: '1 turn', runUp: '0.2 s', reversed: true },
    { kind: 'moves', id: 'moves', joint: 'right', moves: [] },
  ]
  document.scenarios = [{ id: 'run', name: 'Run', length: '1 s', frameRate: 60, drivers: drivers as never }]
  return document
}
const ALL = ['left', 'middle', 'right']

describe('motors of several joints', () => {
  it('get one speed, are added where nothing drives, and leave other drivers alone', () => {
    const document = machine()
    const driven = driveAll(document, 'run', ALL, '30 rpm')
    expect(validateDocument(driven).ok).toBe(true)
    const { drivers } = driven.scenarios[0]!
    expect(drivers).toMatchObject([
      { id: 'has', speed: '30 rpm', runUp: '0.2 s', reversed: true },
      { kind: 'moves' },
      { kind: 'motor', joint: 'middle', speed: '30 rpm' },
    ])
    expect(drivers[0]).not.toHaveProperty('by')
    expect(drivenOtherwise(drivers, ALL)).toEqual(['right'])
    expect(speedOfAll(drivers, ['left', 'middle'])).toBe('30 rpm')
    expect(speedOfAll(drivers, ALL)).toBeUndefined()
  })
})
