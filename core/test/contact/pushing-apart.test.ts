/** Bodies that overlap where they stand: pushed apart in the model, refused by a motion that forces decide. */
import { describe, expect, it } from 'vitest'
import { contactFacts, mendScenario, pushedApart, reportModel } from '../../src'
import { weigh } from '../dynamics/free'
import { Sketch } from '../sketch'

/** Two blocks of 40 mm along x, the second one on a way of its own. */
function blocks(apart: number, gives = true): Sketch {
  const size = { width: '40 mm', depth: '40 mm' }
  const sketch = new Sketch(0.2)
    .part('one', 'box', 'ground', [0, 0], size)
    .body('block')
    .part('other', 'box', 'block', [apart, 0], size)
    .contact('meet', 'ground', 'block')
  if (gives) sketch.slide('way', 'ground', 'block', [apart, 0, 0], [1, 0, 0])
  else sketch.slide('way', 'ground', 'block', [apart, 0, 0], [0, 0, 1])
  weigh(sketch, 'block', 1, [apart, 0, 0], [0, 0, 1e-3, 0, 0, 0])
  Object.assign(sketch.document.scenarios[0]!, { mode: 'free', gravity: [0, -9.81, 0] })
  return sketch
}
const gapOf = (sketch: Sketch) => {
  const { mechanism, home } = sketch.open()
  return contactFacts(mechanism, home)[0]!.gap
}

describe('bodies that overlap', () => {
  it('are refused by free motion, with how deep and what to do, until they are pushed apart', () => {
    const sketch = blocks(0.037)
    expect(gapOf(sketch)).toBeCloseTo(-0.003, 12)
    const { stopped } = sketch.attempt()
    expect(stopped).toMatchObject({ code: 'contact-overlaps' })
    expect(stopped!.message).toContain('3.000 mm')
    expect(stopped!.message).toContain('Push them apart')
    // and so it is told before, with a way out
    const { warnings } = reportModel(sketch.open(), 'run')
    expect(warnings.filter(({ code }) => code === 'contact-overlaps')).toEqual([stopped])
    const ways = mendScenario(sketch.document, 'run', warnings.at(-1)!)
    expect(ways.map(({ sentence }) => sentence)).toEqual(['Push them apart.'])
    const pushed = pushedApart(sketch.document)
    expect(pushed).toMatchObject({ ok: true, value: ways[0]!.document })
    if (!pushed.ok) throw new Error(pushed.problems[0].message)
    Object.assign(sketch.document, pushed.value)
    expect(Math.abs(gapOf(sketch)!)).toBeLessThan(1e-8)
    expect(sketch.attempt().stopped).toBeNull()
  })

  it('stay where they are when they only touch, or are apart', () => {
    for (const apart of [0.04, 0.05]) {
      const sketch = blocks(apart)
      const pushed = pushedApart(sketch.document)
      if (!pushed.ok) throw new Error(pushed.problems[0].message)
      Object.assign(sketch.document, pushed.value)
      expect(gapOf(sketch)).toBeCloseTo(apart - 0.04, 9)
      expect(reportModel(sketch.open(), 'run').warnings.map(({ code }) => code)).not.toContain(
        'contact-overlaps',
      )
    }
  })

  it('are told where nothing gives way', () => {
    const pushed = pushedApart(blocks(0.037, false).document)
    expect(pushed).toMatchObject({ ok: false, problems: [{ code: 'push-apart' }] })
  })

  it('are told where they lie deep in each other, by either way of moving, but not where one is in a hole of the other', () => {
    for (const mode of ['free', 'kinematic']) {
      const sketch = blocks(0.002)
      Object.assign(sketch.document.scenarios[0]!, { mode })
      const { stopped } = sketch.attempt()
      expect(stopped).toMatchObject({ code: 'contact-overlaps' })
      expect(stopped!.message).toContain('lie deep in each other')
      const { mechanism, home } = sketch.open()
      expect(contactFacts(mechanism, home)[0]!.isDeep).toBe(true)
    }
    const pin = new Sketch(0.1)
      .part('ring', 'tube', 'ground', [0, 0], { outer: '40 mm', inner: '20 mm', length: '10 mm' })
      .body('pin')
      .part('round', 'cylinder', 'pin', [0, 0], { diameter: '10 mm', length: '10 mm' })
      .slide('way', 'ground', 'pin', [0, 0, 0], [1, 0, 0])
      .contact('meet', 'ground', 'pin')
    expect(pin.attempt().stopped).toBeNull()
    const { mechanism, home } = pin.open()
    expect(contactFacts(mechanism, home)[0]!.isDeep).toBe(false)
  })
})
