/** Outlines typed line by line, and written back. */
import { describe, expect, it } from 'vitest'
import { drawingText, readDrawing } from './outline-text'

const CORNERS = '0, 0\n40 mm, 0 mm\n40 mm, 20 mm\n0, 20'
const read = (text: string) => {
  const drawing = readDrawing(text)
  if (!drawing.ok) throw new Error(drawing.problems[0]!.message)
  return drawing.value
}

describe('an outline as text', () => {
  it('has corners, with millimetres where no unit is typed', () => {
    expect(read(CORNERS)).toEqual({
      outline: [
        ['0 mm', '0 mm'],
        ['40 mm', '0 mm'],
        ['40 mm', '20 mm'],
        ['0 mm', '20 mm'],
      ],
    })
  })

  it('has arcs by their bulge or through a point, holes and slots, and is written back as it was', () => {
    const text =
      '0 mm, 0 mm\n40 mm, 0 mm, arc 1\n40 mm, 20 mm\n0 mm, 20 mm\nhole 9 mm, 9 mm, 6 mm\nslot 20 mm, 9 mm, 30 mm, 9 mm, 5 mm'
    expect(drawingText(read(text))).toBe(text)
    expect(read('0,0\n40,0,arc through 50, 10\n40,20\n0,20').arcs).toEqual([{ from: 1, bulge: 1 }])
    expect(read('0,0\n40,0,arc through 30, 10\n40,20\n0,20, arc −0.5').arcs).toEqual([
      { from: 1, bulge: -1 },
      { from: 3, bulge: -0.5 },
    ])
  })

  it('has corners of their own', () => {
    const text = '0 mm, 0 mm, round 3 mm\n40 mm, 0 mm\n40 mm, 20 mm, chamfer 2 mm\n0 mm, 20 mm, round 0 mm'
    expect(read(text).corners).toEqual([
      { at: 0, size: '3 mm' },
      { at: 2, size: '2 mm', chamfer: true },
      { at: 3, size: '0 mm' },
    ])
    expect(drawingText(read(text))).toBe(text)
  })

  it.each([
    ['0, 0\n40, 0', 'three points or more'],
    ['0, 0\n40\n0, 20', 'Line 2: a corner is two lengths'],
    ['0, 0\nten, 0\n0, 20', 'Line 2: a corner is two lengths'],
    ['0, 0\n40, 0, arc\n0, 20', 'Line 2: an arc is a bulge'],
    ['0, 0\n40, 0, arc 0\n0, 20', 'Line 2: an arc is a bulge'],
    ['0, 0\n40, 0, round\n0, 20', 'Line 2: an arc is a bulge'],
    ['0, 0\n40, 0, round x\n0, 20', 'Line 2: a corner of its own'],
    ['0, 0\n40, 0, chamfer -2\n0, 20', 'Line 2: a corner of its own'],
    ['0, 0\n40, 0, arc through 40, 10\n40, 20', 'after point 2 goes through a point on the straight line'],
    [`${CORNERS}\nhole 9, 9`, 'Line 5: a hole is its centre and diameter'],
    [`${CORNERS}\nslot 9, 9, 5`, 'Line 5: a slot is both ends'],
  ])('is refused with its line: %j', (text, words) => {
    const drawing = readDrawing(text)
    expect(drawing.ok || drawing.problems[0]!.message).toContain(words)
  })
})
