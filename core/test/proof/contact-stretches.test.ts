/** When bodies touch in a take: pushed without masses, and thrown so that they slide and then roll. */
import { describe, expect, it } from 'vitest'
import { contactStretches } from '../../src'
import { MARK } from '../../src/motion/force-marks'
import { weigh } from '../dynamics/free'
import { Sketch } from '../sketch'

const size = { width: '40 mm', depth: '40 mm' }

/** A pusher that swings by 30 mm and a block 20 mm before it. */
const pushed = () =>
  new Sketch(2, 50)
    .body('pusher', 'block')
    .part('one', 'box', 'pusher', [0, 0], size)
    .part('other', 'box', 'block', [0.06, 0], size)
    .slide('push', 'ground', 'pusher', [0, 0, 0], [1, 0, 0])
    .slide('way', 'ground', 'block', [0.06, 0, 0], [1, 0, 0])
    .drive({ id: 'sine', kind: 'sine', joint: 'push', amplitude: 0.03, frequency: '1 Hz' })
    .contact('meet', 'pusher', 'block')

describe('stretches in which bodies touch', () => {
  it('begin and end where a pusher meets its block and leaves it, with the place in ground', () => {
    const take = pushed().attempt()
    const [stretch, ...others] = contactStretches(take, 'meet')
    expect(others).toEqual([])
    expect(stretch!.kind).toBe('touches')
    // 30 mm sin(2 pi t) = 20 mm, up to its top
    expect(Math.abs(stretch!.from - Math.asin(2 / 3) / (2 * Math.PI))).toBeLessThan(0.021)
    expect(Math.abs(stretch!.to - 0.25)).toBeLessThan(0.021)
    const frame = Math.round(0.2 * 50)
    const at = MARK * frame * take.forceMarks.length
    expect(take.forces[at]).toBeCloseTo(0.02 + 0.03 * Math.sin(0.4 * Math.PI), 9)
    expect(contactStretches(take, 'nothing')).toEqual([])
  })

  it('tell sliding from sticking', () => {
    // half a swing of a block on a spring, 50 mm from its rest, after which friction of 20 mm of spring holds it
    const [mass, friction, stiffness] = [2, 0.3, (0.3 * 2 * 9.81) / 0.02]
    const sketch = new Sketch(0.6, 100)
      .part('floor', 'box', 'ground', [0, -0.1], { width: '2 m', depth: '200 mm', height: '40 mm' })
      .body('block')
      .join('planar', 'plane', 'ground', 'block', [0, 0.02])
      .part('cube', 'box', 'block', [0, 0.02], { width: '200 mm', depth: '40 mm' })
      .contact('on-floor', 'ground', 'block', { friction })
    weigh(sketch, 'block', mass, [0, 0.02, 0], [0, 0, 1e-3, 0, 0, 0])
    Object.assign(sketch.document.scenarios[0]!, {
      ...{ mode: 'free', gravity: [0, -9.81, 0] },
      loads: [
        {
          ...{ id: 'spring', name: 'Spring', kind: 'joint-spring', joint: 'plane', freedom: 'x' },
          ...{ stiffness, at: 0.05 },
        },
      ],
    })
    const [slides, sticks, ...others] = contactStretches(sketch.attempt(), 'on-floor')
    expect([slides!.kind, sticks!.kind]).toEqual(['slides', 'sticks'])
    expect(others).toEqual([])
    expect(Math.abs(slides!.to - Math.PI / Math.sqrt(stiffness / mass))).toBeLessThan(0.011)
    expect([sticks!.from, sticks!.to]).toEqual([slides!.to, 0.6])
  })
})
