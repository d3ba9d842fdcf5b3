/** A double click makes one thing. */
import { expect, it, vi } from 'vitest'
import { onceAtATime } from './once-at-a-time'

it('is begun again only when it has ended, well or badly', async () => {
  const ends: (() => void)[] = []
  const work = vi.fn((name: string) =>
    new Promise<void>((resolve) => ends.push(resolve)).then(() => void name),
  )
  const press = onceAtATime(work)
  const [first, second] = [press('one'), press('two')]
  await second
  expect(work.mock.calls).toEqual([['one']])
  ends[0]!()
  await first
  work.mockRejectedValueOnce(new Error('no'))
  await expect(press('three')).rejects.toThrow('no')
  void press('four')
  expect(work.mock.calls.map(([name]) => name)).toEqual(['one', 'three', 'four'])
})
