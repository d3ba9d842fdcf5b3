/** Runs of bodies that nothing guides: what they rest on, what is measured, and what is said of them. */
import { describe, expect, it } from 'vitest'
import { reportModel } from '../../src'
import { bring } from '../contact/brought'
import { weigh } from '../dynamics/free'
import { box } from '../proximity/solids'
import { Sketch } from '../sketch'
import type { Point } from '../sketch'

const [SIDE, MASS, G] = [0.0625, 0.5, 9.81]

/** A cube that was brought in, over a bench. @param at its centre */
function packet(at: Point, friction = 0.4, length = 0.4): Sketch {
  const sketch = new Sketch(length, 100).part('bench-board', 'box', 'ground', [0, -0.0625, 0], {
    ...{ width: '500 mm', depth: '125 mm', height: '500 mm' },
  })
  bring(sketch.body('packet'), 'cube', 'packet', at, box(SIDE, SIDE, SIDE))
  const inertia = (MASS * SIDE ** 2) / 6
  weigh(sketch, 'packet', MASS, at, [inertia, inertia, inertia, 0, 0, 0])
  Object.assign(sketch.document.scenarios[0]!, { mode: 'free', gravity: [0, -G, 0] })
  sketch.probe({ id: 'press', kind: 'contact-force', contact: 'lands' })
  sketch.probe({ id: 'gap', kind: 'contact-gap', contact: 'lands' })
  sketch.probe({ id: 'slip', kind: 'contact-slip', contact: 'lands' })
  return sketch.contact('lands', 'ground', 'packet', { friction })
}

describe('a packet that falls onto a bench', () => {
  const film = packet([0, 0.05 + SIDE / 2, 0]).solve()
  const last = film.take.frames - 1
  const lands = Math.sqrt(0.1 / G)

  it('lands when a free fall ends', () => {
    const frame = Math.floor(lands * 100)
    expect(film.probe('gap', frame)[0]).toBeCloseTo(0.05 - (G * film.time(frame) ** 2) / 2, 7)
    expect(film.probe('press', frame)[0]).toBe(0)
    expect(film.probe('gap', frame + 1)[0]).toBeCloseTo(0, 9)
  })

  it('presses on it with its weight, at four corners', () => {
    expect(film.probe('press', last)[0]).toBeCloseTo(MASS * G, 6)
    expect(film.probe('slip', last)[0]).toBeCloseTo(0, 9)
    const { forceMarks, forces } = film.take
    const numbers = forces.subarray(last * forceMarks.length * 6)
    const places = forceMarks.flatMap(({ id, kind }, k) =>
      id === 'lands' && kind === 'sticks' ? [numbers.subarray(6 * k, 6 * k + 6)] : [],
    )
    const drawn = places.filter(([x]) => !Number.isNaN(x))
    expect(drawn.length).toBeGreaterThan(1)
    for (const [x, y, z] of drawn) {
      expect([Math.abs(x!), Math.abs(z!)].map((one) => one.toFixed(6))).toEqual(['0.031250', '0.031250'])
      expect(y).toBeCloseTo(0, 9)
    }
  })

  it('is said to have been solved in even steps from there on', () => {
    const [note] = film.take.notes
    expect(film.take.notes).toHaveLength(1)
    expect(note).toMatchObject({ code: 'contacts-of-triangles' })
    expect(note!.message).toContain('0.200 ms')
    expect(note!.data!.time as number).toBeCloseTo(lands, 8)
  })
})

describe('a packet that nothing guides', () => {
  const told = (sketch: Sketch) => reportModel(sketch.open(), 'run').warnings.map(({ code }) => code)

  it('is told to fall before a run, unless it may land', () => {
    const sketch = packet([0, 0.1, 0])
    expect(told(sketch)).toEqual([])
    sketch.document.contacts![0]!.suspended = true
    expect(told(sketch)).toEqual(['body-unheld'])
    sketch.document.contacts = []
    sketch.document.probes = []
    expect(told(sketch)).toEqual(['body-unheld'])
  })
})

describe('a packet on a bench', () => {
  it('half over the edge and no more, stays; farther out, tips and falls', () => {
    const out = (at: number) => packet([at, SIDE / 2, 0], 0.4, 0.6).attempt()
    const stays = out(0.25 - 0.001)
    expect(stays.notes.map(({ code }) => code)).toEqual(['contacts-of-triangles'])
    const falls = out(0.25 + 0.001)
    const heightOf = ({ poses, frames }: typeof falls) => poses[7 * (2 * (frames - 1) + 1) + 1]!
    expect(heightOf(stays)).toBeCloseTo(0, 9)
    expect(heightOf(falls)).toBeLessThan(-0.1)
  })

  it('that it overlaps is refused, with how deep', () => {
    const { stopped } = packet([0, SIDE / 2 - 0.002, 0]).attempt()
    expect(stopped).toMatchObject({ code: 'contact-overlaps' })
    expect(stopped!.message).toContain('2.000 mm')
  })

  it('falls through it once a cue takes the contact away', () => {
    const sketch = packet([0, SIDE / 2, 0])
    sketch.document.scenarios[0]!.cues = [
      { id: 'gone', kind: 'suspend', targets: ['lands'], start: '0.1 s' } as never,
    ]
    const film = sketch.solve()
    const last = film.take.frames - 1
    const fallen = (G * (film.time(last) - 0.1) ** 2) / 2
    expect(film.take.poses[7 * (2 * last + 1) + 1]).toBeCloseTo(-fallen, 6)
  })
})
