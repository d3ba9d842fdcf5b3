import { describe, expect, it } from 'vitest'
import { runScenario } from '@ligamen/core'
import { Growing } from '~/model/run/growing-take'
import { KeptTakes } from '~/model/run/kept-takes'
import type { Take } from '@ligamen/core'
import { Sketch } from '../../../core/test/sketch'

const sketch = () =>
  new Sketch(2)
    .body('arm', 'rod')
    .hinge('shaft', 'ground', 'arm', [0, 0])
    .hinge('pin', 'arm', 'rod', [0.1, 0])
    .motor('shaft', 3)
    .probe({ id: 'turn', kind: 'joint-position', joint: 'pin', freedom: 'angle' })

describe('a take that grows while it is solved', () => {
  it('is at every moment the take of the frames that have come', () => {
    const begun = runScenario(sketch().open(), 'run')
    if (!begun.ok) throw new Error(begun.problems[0]!.message)
    const run = begun.value
    run.advance(30)
    const first = run.part(0)
    const growing = new Growing(first)
    const some = growing.add(first)
    expect(some.frames).toBe(30)
    run.advance(50)
    const more = growing.add(run.part(30))
    expect(more.frames).toBe(80)
    const whole = run.take()
    for (const name of ['coordinates', 'coordinateRates', 'probes', 'poses'] as const)
      expect([...more[name]]).toEqual([...whole[name]])
    // what was given away is not what the run goes on writing
    expect(first.part.poses.buffer).not.toBe(whole.poses.buffer)
  })
})

describe('takes that are kept', () => {
  const take = (numbers: number) =>
    ({
      poses: new Float64Array(numbers),
      coordinates: new Float64Array(0),
      probes: new Float64Array(0),
    }) as unknown as Take
  const kept = (fingerprint: string, numbers = 1) => ({ fingerprint, take: take(numbers), milliseconds: 1 })

  it('are the newest few', () => {
    const takes = new KeptTakes()
    for (const fingerprint of 'abcdefgh') takes.put(kept(fingerprint))
    expect(takes.known).toEqual([...'hgfedc'])
    takes.put(kept('d'))
    expect(takes.known).toEqual([...'dhgfec'])
    expect(takes.get('a')).toBeUndefined()
    expect(takes.get('e')?.fingerprint).toBe('e')
  })

  it('make room for a large one', () => {
    const takes = new KeptTakes()
    takes.put(kept('small'))
    takes.put(kept('large', 40 * 2 ** 20))
    expect(takes.known).toEqual(['large'])
  })
})
