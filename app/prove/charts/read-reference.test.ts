/** Reference curves as people have them, and what is wrong with others, said with the row. */
import { describe, expect, it } from 'vitest'
import { readReference } from './read-reference'

const read = (text: string, unit = 'mm') => {
  const result = readReference(text, 'length', unit)
  return result.ok ? result.value : result.problems[0]!.message
}

it.each([
  ['commas', 'time [s],height [mm]\n0,10\n0.5,12.5'],
  ['semicolons and decimal commas', 'time [s];height [mm]\n0;10\n0,5;12,5'],
  ['tabs, milliseconds and metres', 'time (ms)\theight (m)\n0\t0.01\n500\t0.0125'],
  ['no head, in the unit of the chart', '0,10\n0.5,12.5'],
  ['Windows lines and an empty one', 'time [s],height [mm]\r\n0,10\r\n\r\n0.5,12.5\r\n'],
])('%s', (_, text) => {
  const curve = read(text)
  if (typeof curve === 'string') throw new Error(curve)
  expect(curve.points).toEqual([
    [0, expect.closeTo(0.01, 12)],
    [expect.closeTo(0.5, 12), expect.closeTo(0.0125, 12)],
  ])
})

describe('refused', () => {
  it.each([
    ['', 'The file is empty.'],
    ['time\n0\n1', 'There is one column only'],
    ['time,height\n0,1', 'at least two rows'],
    ['time,height\n0,1\n1,x', 'Row 3: “x” is not a number.'],
    ['time,height\n0,1\n,2', 'Row 3: “” is not a time.'],
    ['time,height\n0,1\n2,1\n1,2', 'Row 4: the time 1 does not come after the one before it'],
    ['time,height\n0,1\n2', 'Row 3 has no second column.'],
    ['time,height [kg]\n0,1\n2,1', 'has the unit kg, which does not fit'],
  ])('%j', (text, message) => expect(read(text)).toContain(message))

  it('more rows than there is room for, at once', () => {
    const text = `0,1\n${Array.from({ length: 30_000 }, (_, k) => `${k + 1},1`).join('\n')}`
    expect(read(text)).toContain('more than 20,000 rows')
  })
})
