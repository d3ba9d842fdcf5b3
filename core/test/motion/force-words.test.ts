/** What is said before a motion by forces and of how it went, each in both senses. */
import { describe, expect, it } from 'vitest'
import type { AnyLoad } from '../../src/document/format/loads'
import { reportModel } from '../../src'
import { G, rod, weigh } from '../dynamics/free'
import { Sketch } from '../sketch'

function freely(sketch: Sketch, loads: readonly object[] = [], gravity = [0, -G, 0]): Sketch {
  const [scenario] = sketch.document.scenarios
  scenario.mode = 'free'
  scenario.gravity = gravity as [number, number, number]
  scenario.loads = loads.map((load, k) => ({ id: `load-${k}`, name: `Load ${k}`, ...load })) as AnyLoad[]
  return sketch
}

const codes = (sketch: Sketch) => reportModel(sketch.open(), 'run').warnings.map(({ code }) => code)

describe('before a free run', () => {
  it('names bodies that nothing holds, where there is gravity', () => {
    const sketch = new Sketch().body('packet', 'arm').hinge('pin', 'ground', 'arm', [0, 0])
    weigh(sketch, 'packet', 0.1, [0, 0, 0], [1e-5, 1e-5, 1e-5, 0, 0, 0])
    rod(sketch, 'arm', 1, [0, 0, 0], [0.2, 0, 0])
    const [warning] = reportModel(freely(sketch).open(), 'run').warnings
    expect(warning).toMatchObject({ code: 'body-unheld', ids: ['packet'] })
    expect(codes(freely(sketch, [], [0, 0, 0]))).toEqual([])
    sketch.hinge('grip', 'arm', 'packet', [0.2, 0])
    expect(codes(freely(sketch))).toEqual([])
  })

  it('names bodies without a mass, and springs without a length', () => {
    const sketch = new Sketch().body('arm').hinge('pin', 'ground', 'arm', [0, 0])
    expect(codes(freely(sketch))).toEqual(['body-massless'])
    rod(sketch, 'arm', 1, [0, 0, 0], [0.2, 0, 0])
    expect(codes(freely(sketch))).toEqual([])
    sketch.datum('a', 'ground', [0.1, 0]).datum('b', 'arm', [0.1, 0]).datum('c', 'arm', [0.2, 0])
    const spring = { name: 'Coil', diameter: 0.01, wire: 0.001, coils: 10, stiffness: 100 }
    sketch.document.springs = [{ id: 'coil', from: 'a', to: 'c', ...spring }]
    expect(codes(freely(sketch))).toEqual([])
    sketch.document.springs = [{ id: 'coil', from: 'a', to: 'b', ...spring }]
    expect(codes(freely(sketch))).toEqual(['spring-no-length'])
    sketch.document.scenarios[0].mode = undefined
    expect(codes(sketch)).toEqual([])
  })
})

describe('of how a free run went', () => {
  const drum = (loads: readonly object[]) => {
    const sketch = new Sketch(1).body('drum').hinge('axle', 'ground', 'drum', [0, 0])
    weigh(sketch, 'drum', 1, [0, 0, 0], [1e-3, 1e-3, 1e-3, 0, 0, 0])
    const motor = { kind: 'motor-line', joint: 'axle', stall: '0.1 N m', noLoad: '600 rpm', ratio: 2 }
    return freely(sketch, [motor, ...loads], [0, 0, 0])
  }

  it.each([false, true])(
    'a motor that friction holds stalls; one that gets away does not (reversed: %s)',
    (reversed) => {
      const turning = (kinetic: number) => {
        const sketch = drum([{ kind: 'joint-friction', joint: 'axle', kinetic }])
        ;(sketch.document.scenarios[0].loads![0] as { reversed?: boolean }).reversed = reversed
        return sketch.solve().take
      }
      expect(turning(0.19).notes).toEqual([])
      const { notes } = turning(0.21)
      expect(notes).toHaveLength(1)
      expect(notes[0]).toMatchObject({ code: 'motor-stalls', ids: ['load-0', 'axle'], data: { time: 0 } })
      expect(notes[0].message).toMatch(/gives 0\.2\d*.N.m at/)
    },
  )

  it('a motor that runs into a limit stalls there, and one that its load turns back is told so', () => {
    const limited = drum([])
    limited.document.joints[0].freedoms = [{ name: 'angle', upper: '90 deg' }]
    const [note] = limited.solve().take.notes
    expect(note.code).toBe('motor-stalls')
    expect(note.data!.time as number).toBeGreaterThan(0)
    const [back] = drum([{ kind: 'effort', joint: 'axle', effort: '-0.5 N m' }]).solve().take.notes
    expect(back.message).toContain('turns it back')
  })

  it('a joint force that two pins share is marked, and one that is definite is not', () => {
    // a drum in two bearings in line
    const sketch = new Sketch(0.2).body('drum').hinge('left', 'ground', 'drum', [0, 0, 0])
    sketch.hinge('right', 'ground', 'drum', [0, 0, 0.2])
    weigh(sketch, 'drum', 1, [0, 0, 0.05], [1e-3, 1e-3, 1e-3, 0, 0, 0])
    freely(sketch)
    sketch.probe({ id: 'up', kind: 'joint-force', joint: 'left', along: 'y' })
    sketch.probe({ id: 'axial', kind: 'joint-force', joint: 'right', along: 'z' })
    const { notes } = sketch.solve().take
    const marked = notes.filter(({ code }) => code === 'reaction-shared')
    // two bearings that take moments share everything; along the axis there is nothing to share
    expect(marked.map(({ ids }) => ids![0])).toEqual(['up'])
    expect(marked[0].message).toContain('right')
    const single = new Sketch(0.2).body('drum').hinge('left', 'ground', 'drum', [0, 0, 0])
    weigh(single, 'drum', 1, [0, 0, 0.05], [1e-3, 1e-3, 1e-3, 0, 0, 0])
    single.probe({ id: 'up', kind: 'joint-force', joint: 'left', along: 'y' })
    expect(freely(single).solve().take.notes).toEqual([])
  })
})

describe('a run that grows stiff beyond resolution', () => {
  const damped = (damping: string) => {
    const sketch = new Sketch(1).body('block').slide('rail', 'ground', 'block', [0, 0, 0], [1, 0, 0])
    weigh(sketch, 'block', 0.01, [0, 0, 0], [0, 0, 0, 0, 0, 0])
    const spring = { kind: 'joint-spring', joint: 'rail', stiffness: '1000 N/mm', damping, at: '1 mm' }
    return freely(sketch, [spring], [0, 0, 0])
  }

  it('is given up with the body, the joint and a way out; one that is only quick goes on to its end', () => {
    const take = damped('1000000 N s/m').attempt()
    expect(take.stopped).toMatchObject({ code: 'motion-unresolved', ids: ['block', 'rail'] })
    expect(take.stopped!.message).toContain('block (rail)')
    expect(damped('20 N s/m').attempt().stopped).toBeNull()
  })
})
