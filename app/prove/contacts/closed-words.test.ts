import { expect, it } from 'vitest'
import { closedWords } from './closed-words'

it.each([
  [[{ kind: 'touches', from: 0, to: 0.25 }], 'touch for 0.250 s'],
  [
    [
      { kind: 'touches', from: 0, to: 0.25 },
      { kind: 'touches', from: 0.5, to: 1 },
    ],
    'touch for 0.750 s, 2 times',
  ],
  [
    [
      { kind: 'slides', from: 0, to: 0.25 },
      { kind: 'sticks', from: 0.25, to: 1 },
    ],
    'touch for 1.000 s, slide for 0.250 s',
  ],
] as const)('%o are said as %s', (stretches, words) => {
  expect(closedWords(stretches)).toBe(words)
})
