/** Contacts that cues switch off and on during a run. */
import { describe, expect, it } from 'vitest'
import type { AnyCue } from '../../src/document/format/cues'
import { weigh } from '../dynamics/free'
import { Sketch } from '../sketch'

const cue = (kind: 'suspend' | 'restore', start: string) =>
  ({
    id: `${kind}-${start.slice(0, 1)}${start.slice(2, 3)}`,
    kind,
    start,
    targets: ['meet'],
  }) as unknown as AnyCue

/** A pusher that is driven along x at 0.1 m/s, and a block 20 mm before it. */
function pusher(cues: AnyCue[]): Sketch {
  const size = { width: '40 mm', depth: '40 mm' }
  const sketch = new Sketch(1)
    .body('pusher', 'block')
    .part('one', 'box', 'pusher', [0, 0], size)
    .part('other', 'box', 'block', [0.06, 0], size)
    .slide('push', 'ground', 'pusher', [0, 0, 0], [1, 0, 0])
    .slide('way', 'ground', 'block', [0.06, 0, 0], [1, 0, 0])
    .motor('push', 0.1)
    .contact('meet', 'pusher', 'block')
  sketch.document.scenarios[0]!.cues = cues
  return sketch
}

describe('a contact that cues switch', () => {
  it('pushes until it is suspended', () => {
    const film = pusher([cue('suspend', '0.5 s')]).solve()
    expect(film.joint('way', 30)[0]).toBeCloseTo(0.03, 9)
    expect(film.joint('way', 60)[0]).toBeCloseTo(0.03, 9)
  })

  it('pushes again once it is restored, and from the start of a run where it was suspended in the model', () => {
    const early = pusher([cue('restore', '0.1 s')])
    early.document.contacts![0]!.suspended = true
    expect(early.solve().joint('way', 60)[0]).toBeCloseTo(0.08, 9)
    const never = pusher([])
    never.document.contacts![0]!.suspended = true
    expect(never.solve().joint('way', 60)[0]).toBe(0)
  })

  it('is not restored where its bodies overlap', () => {
    const { stopped } = pusher([cue('suspend', '0 s'), cue('restore', '0.3 s')]).attempt()
    expect(stopped).toMatchObject({ code: 'restore-overlaps', ids: ['meet'] })
    expect(stopped!.message).toContain('10.000 mm')
    const within = pusher([cue('suspend', '0 s'), cue('restore', '0.6 s')]).attempt()
    expect(within.stopped!.message).toContain('lie deep in each other')
    const apart = pusher([cue('suspend', '0 s'), cue('restore', '0.1 s')])
    expect(apart.solve().joint('way', 60)[0]).toBeCloseTo(0.08, 9)
  })

  it('lets go of what falls freely', () => {
    const sketch = new Sketch(0.4)
      .part('floor', 'box', 'ground', [0, -0.1], { width: '1 m', depth: '200 mm' })
      .body('block')
      .part('cube', 'box', 'block', [0, 0.02], { width: '40 mm', depth: '40 mm' })
      .slide('fall', 'ground', 'block', [0, 0.02, 0], [0, 1, 0])
      .contact('meet', 'ground', 'block')
    weigh(sketch, 'block', 1, [0, 0.02, 0], [0, 0, 1e-3, 0, 0, 0])
    const [scenario] = sketch.document.scenarios
    Object.assign(scenario!, { mode: 'free', gravity: [0, -9.81, 0], cues: [cue('suspend', '0.2 s')] })
    const film = sketch.solve()
    expect(film.joint('fall', 12)[0]).toBeCloseTo(0, 12)
    expect(film.joint('fall', 24)[0]).toBeCloseTo((-9.81 / 2) * 0.04, 9)
  })
})
