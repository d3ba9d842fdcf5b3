/** What falls for ever is told once; what lands, hangs or goes along is not. */
import { describe, expect, it } from 'vitest'
import { weigh } from '../dynamics/free'
import { Sketch } from '../sketch'

/** A block above a floor on which it lands, or not. @param down which way its weight pulls */
function drop(meets: boolean, length: number, down: 1 | 0 | -1 = 1): Sketch {
  const sketch = new Sketch(length, 20)
    .part('floor', 'box', 'ground', [0, -0.1], { width: '1 m', depth: '200 mm' })
    .body('block')
    .part('cube', 'box', 'block', [0, 0.3], { width: '40 mm', depth: '40 mm' })
    .slide('fall', 'ground', 'block', [0, 0.3, 0], [0, 1, 0])
  weigh(sketch, 'block', 1, [0, 0.3, 0], [0, 0, 1e-3, 0, 0, 0])
  if (meets) sketch.contact('lands', 'ground', 'block')
  Object.assign(sketch.document.scenarios[0]!, { mode: 'free', gravity: [0, -9.81 * down, 0] })
  return sketch
}
const notes = (sketch: Sketch) => sketch.attempt().notes.map(({ code, ids }) => [code, ...(ids ?? [])])

describe('a body that falls', () => {
  it('for ever is told, whichever way it falls', () => {
    expect(notes(drop(false, 3))).toEqual([['falls-away', 'block']])
    expect(notes(drop(false, 3, -1))).toEqual([['falls-away', 'block']])
  })

  it('onto something, without weight, or for a moment is not', () => {
    expect(notes(drop(true, 3))).toEqual([])
    expect(notes(drop(false, 3, 0))).toEqual([])
    expect(notes(drop(false, 0.3))).toEqual([])
  })

  it('is told with when and how far', () => {
    const [note] = drop(false, 3).attempt().notes
    const far = Number(/more than ([\d.]+) m/.exec(note!.message)![1])
    expect(note!.data!.time as number).toBeGreaterThan(Math.sqrt((2 * far) / 9.81) - 0.01)
    expect(note!.message).toContain('block has fallen')
  })
})
