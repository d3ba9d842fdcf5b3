/** What is dragged by hand pushes what it meets; travel and joint control know contacts, too. */
import { describe, expect, it } from 'vitest'
import { grab, settled } from '../../src'
import { goToPose } from '../../src/analysis/go-to-pose'
import { travelOf } from '../../src/analysis/travel'
import type { Model } from '../../src'
import { Sketch } from '../sketch'

const BLOCK = { width: '40 mm', depth: '40 mm' }

/** Three blocks in a row on ways of their own, 20 mm between them, and a wall 20 mm beyond. */
function row(): Sketch {
  const sketch = new Sketch().part('wall', 'box', 'ground', [0.18, 0], BLOCK)
  let before = ''
  ;[0, 0.06, 0.12].forEach((at, k) => {
    const name = `block${k}`
    sketch
      .body(name)
      .part(`box${k}`, 'box', name, [at, 0], BLOCK)
      .slide(`way${k}`, 'ground', name, [at, 0, 0], [1, 0, 0])
    if (before) sketch.contact(`push${k}`, before, name)
    before = name
  })
  return sketch.contact('stop', 'block2', 'ground')
}

const positions = ({ mechanism }: Model, q: Float64Array): number[] =>
  mechanism.coordinates.map(({ link, constant }) => q[link]! + constant)
const bodyOf = ({ mechanism }: Model, id: string) =>
  mechanism.geometry.bodies.findIndex(({ source }) => source.id === id)

describe('dragging with contacts', () => {
  it('pushes one block against the next, and stops where the last meets the wall', () => {
    const model = row().open()
    const held = grab(model.mechanism, model.home, bodyOf(model, 'block0'), [0, 0, 0])
    expect(held.to([0.03, 0, 0])).toBeCloseTo(0, 9)
    const near = (values: readonly number[]) => values.map((value) => expect.closeTo(value, 9))
    expect(positions(model, held.state.q)).toEqual(near([0.03, 0.01, 0]))
    expect(held.to([0.3, 0.05, 0])).toBeGreaterThan(0.2)
    expect(positions(model, held.state.q)).toEqual(near([0.06, 0.04, 0.02]))
    // back again: what was pushed stays
    held.to([0, 0, 0])
    expect(positions(model, held.state.q)).toEqual(near([0, 0.04, 0.02]))
    held.to([-0.05, 0, 0])
    expect(positions(model, held.state.q)).toEqual(near([-0.05, 0.04, 0.02]))
  })

  it('lets what has a rest position go back when it is let go', () => {
    const model = row().rest('way0', 0).rest('way1', -0.01).open()
    const held = grab(model.mechanism, model.home, bodyOf(model, 'block0'), [0, 0, 0])
    held.to([0.04, 0, 0])
    expect(positions(model, held.state.q)[1]).toBeCloseTo(0.02, 9)
    const rested = positions(model, settled(model.mechanism, held.state.q)!)
    expect(rested.map((value) => value.toFixed(9))).toEqual(['0.000000000', '-0.010000000', '0.000000000'])
  })

  it('stops at the limit of what is pushed', () => {
    const sketch = row()
    sketch.document.joints.find(({ id }) => id === 'way1')!.freedoms = [{ name: 's', upper: '5 mm' }]
    const model = sketch.open()
    const held = grab(model.mechanism, model.home, bodyOf(model, 'block0'), [0, 0, 0])
    held.to([0.05, 0, 0])
    expect(positions(model, held.state.q)[0]).toBeCloseTo(0.025, 8)
  })

  it('tells how far a block can travel, and why no farther', () => {
    const model = row().open()
    const { upper, upperBy, lower } = travelOf(model.mechanism, model.home, 0)
    expect(upper).toBeCloseTo(0.06, 9)
    expect(upperBy!.message).toContain('block2 meets Ground, and nothing gives way')
    expect(lower).toBeLessThan(-1)
  })

  it('brings a joint to a position with what it pushes, and says where that ends', () => {
    const model = row().open()
    const way = goToPose(model.mechanism, model.home, [{ coordinate: 0, value: 0.05 }])
    expect(way.ok && positions(model, way.value.steps.at(-1)!)[2]).toBeCloseTo(0.01, 9)
    const beyond = goToPose(model.mechanism, model.home, [{ coordinate: 0, value: 0.08 }])
    expect(!beyond.ok && beyond.problems[0]!.message).toContain('nothing gives way')
  })
})

describe('a resting motion with contacts', () => {
  it('says that they have no part in it', () => {
    const sketch = row()
    sketch.document.scenarios[0]!.mode = 'rest'
    const { notes } = sketch.attempt()
    expect(notes.map(({ code }) => code)).toContain('contacts-left-out')
    sketch.document.contacts = []
    expect(sketch.attempt().notes).toEqual([])
  })
})
