/** Clearances as checks and lists: which pairs are looked at, what is left out, what still holds after an edit. */
import { describe, expect, it } from 'vitest'
import {
  checkSentence,
  evaluateChecks,
  ignorePair,
  lookAtPair,
  openModel,
  reuse,
  runScenario,
} from '../../src'
import type { Check, MechanismDocument } from '../../src'
import { ClearanceRecorder, findClearances } from '../../src/proof/clearance/clearance'
import { Sketch } from '../sketch'

/** A slider of 20 mm that runs 100 mm along x between two posts of 20 mm, 2 mm from the one and as far from the other as said. */
function posts(gap: number): MechanismDocument {
  const sketch = new Sketch(1, 60)
    .body('slider', 'left', 'right')
    .slide('way', 'ground', 'slider', [0, 0, 0], [1, 0, 0])
    .drive({
      id: 'run',
      kind: 'moves',
      joint: 'way',
      moves: [{ id: 'go', start: 0, duration: '1 s', law: 'cycloidal', by: '100 mm' }],
    })
  const { document } = sketch
  document.scenarios[0].id = 'cycle'
  document.parts.push({
    id: 'block',
    name: 'Block',
    shape: 'box',
    colour: '#888888',
    dimensions: { width: '20 mm', depth: '20 mm', height: '20 mm' },
  })
  const place = { slider: [0, 0], left: [50, 22], right: [50, -20 - gap] } as Record<string, number[]>
  for (const body of document.bodies) {
    if (!place[body.id]) continue
    body.parts = [{ id: `${body.id}-block`, part: 'block' }]
    const [x, y] = place[body.id].map((mm) => mm / 1000)
    body.pose = { position: [x, y, 0] }
    body.grounded = body.id !== 'slider' || undefined
    if (body.id === 'slider') delete body.grounded
  }
  return document
}

function followed(document: MechanismDocument) {
  const model = openModel(document)
  if (!model.ok) throw new Error(model.problems[0].message)
  const recorder = new ClearanceRecorder(model.value.mechanism)
  const run = runScenario(model.value, 'cycle', null, recorder.eachStep)
  if (!run.ok) throw new Error(run.problems[0].message)
  run.value.advance(Infinity)
  const take = run.value.take()
  const task = recorder.task(take)
  return {
    task,
    take,
    clearances: findClearances(model.value.mechanism, task),
    mobility: model.value.mobility,
  }
}

function decide(document: MechanismDocument, ...checks: Omit<Check, 'id' | 'name'>[]) {
  document.checks = checks.map((check, k) => ({ id: `check-${k}`, name: `Check ${k}`, ...check }))
  const { take, clearances, mobility } = followed(document)
  return evaluateChecks({ document, take, length: 1, mobility, clearances })
}

describe('the check that bodies stay clear', () => {
  it('tells the nearest two and the margin of what is asked for', () => {
    const [all, kept, lost] = decide(
      posts(1),
      { kind: 'clear' },
      { kind: 'clear', body: 'slider', other: 'left', lower: '1.5 mm' },
      { kind: 'clear', body: 'right', lower: '3 mm' },
    )
    expect(all).toMatchObject({ state: 'met', dimension: 'length' })
    expect(all.margin).toBeCloseTo(0.001, 8)
    expect(all.found).toContain('slider and right')
    expect(kept.state).toBe('met')
    expect(kept.margin).toBeCloseTo(0.0005, 8)
    expect(lost.state).toBe('not-met')
    expect(lost.margin).toBeCloseTo(-0.002, 8)
  })

  it('is not met while bodies overlap, with how deep and when', () => {
    const [result] = decide(posts(-3), { kind: 'clear' })
    expect(result.state).toBe('not-met')
    expect(result.margin).toBeCloseTo(-0.003, 6)
    expect(result.found).toMatch(/slider and right overlap by 3\.00 mm/)
    // the corner passes the post's edge when the slider has gone 30 mm, and leaves it at 70 mm
    const [[from, to]] = result.stretches
    expect(from + to).toBeCloseTo(1, 6)
  })

  it('that touch is no overlap, but no clearance either', () => {
    const [overlap, clear] = decide(posts(0), { kind: 'clear' }, { kind: 'clear', lower: '0.1 mm' })
    expect(overlap.state).toBe('met')
    expect(clear.state).toBe('not-met')
    expect(clear.margin).toBeCloseTo(-0.0001, 9)
  })

  it('seeks as far as it is asked for, and says so where nothing comes near', () => {
    const [near, far] = decide(
      posts(40),
      { kind: 'clear', other: 'right', lower: '30 mm' },
      { kind: 'clear', other: 'right', lower: '50 mm' },
    )
    expect(near).toMatchObject({ state: 'met' })
    expect(near.margin).toBeCloseTo(0.01, 8)
    expect(far.state).toBe('not-met')
    const [never] = decide(posts(400), { kind: 'clear', body: 'slider', other: 'right' })
    expect(never).toMatchObject({ state: 'met', found: 'no two come nearer than 5.00 mm' })
  })

  it('is not decided before anybody has looked, nor where all pairs are joined', () => {
    const document = posts(1)
    document.checks = [{ id: 'c', name: 'C', kind: 'clear' }]
    const { take, mobility } = followed(document)
    const [result] = evaluateChecks({ document, take, length: 1, mobility })
    expect(result).toMatchObject({ state: 'undecided', margin: null })
    const [joined] = decide(posts(1), { kind: 'clear', body: 'ground', other: 'slider' })
    expect(joined.state).toBe('undecided')
  })

  it('reads as a sentence', () => {
    const document = posts(1)
    const sentence = (check: object) =>
      checkSentence(document, { id: 'c', name: 'C', kind: 'clear', ...check })
    expect(sentence({})).toBe('Nothing overlaps')
    expect(sentence({ lower: '2 mm' })).toBe('Nothing comes nearer than 2 mm to anything')
    expect(sentence({ body: 'slider' })).toBe('slider never overlaps anything')
    expect(sentence({ other: 'left', body: 'slider', lower: '2 mm' })).toBe(
      'slider never comes nearer than 2 mm to left',
    )
  })
})

describe('pairs', () => {
  const namesOf = ({ task }: ReturnType<typeof followed>) =>
    task.pairs.map(({ a, b }) => `${task.bodies[a].id} ${task.bodies[b].id}`)

  it('are all that are not joined and do not move as one', () => {
    expect(namesOf(followed(posts(1)))).toEqual(['slider left', 'slider right'])
  })

  it('are those that are named, by groups too, without those left out', () => {
    const document = posts(1)
    document.groups = [{ id: 'frame', name: 'Frame', kind: 'moving', members: ['left', 'right'] }]
    document.clearance = { pairs: [{ a: 'slider', b: 'frame' }] }
    expect(namesOf(followed(document))).toEqual(['slider left', 'slider right'])
    document.clearance.pairs = [{ a: 'slider', b: 'right' }]
    expect(namesOf(followed(document))).toEqual(['slider right'])
    delete document.clearance.pairs
    ignorePair(document, 'right', 'slider')
    ignorePair(document, 'slider', 'right')
    const left = followed(document)
    expect(namesOf(left)).toEqual(['slider left'])
    expect(left.clearances.ignored).toEqual([['slider', 'right']])
    lookAtPair(document, 'slider', 'right')
    expect(document.clearance).toBeUndefined()
  })

  it('of a body with itself are refused', () => {
    const document = posts(1)
    document.clearance = { ignored: [{ a: 'left', b: 'left' }] }
    const model = openModel(document)
    expect(!model.ok && model.problems[0]).toMatchObject({
      code: 'pair-of-itself',
      pointer: '/clearance/ignored/0',
    })
  })

  it('that an edit does not touch hold as they are', () => {
    const document = posts(1)
    const { task, clearances } = followed(document)
    const before = { task, pairs: clearances.pairs }
    expect(reuse(before, followed(posts(1)).task).pairs).toEqual([])
    // one post moves: its pair alone is followed again
    const moved = reuse(before, followed(posts(2)).task)
    expect(moved.known.map(({ a, b }) => `${a} ${b}`)).toEqual(['slider left'])
    expect(moved.pairs).toHaveLength(1)
    // another motion: all of them
    const faster = posts(1)
    const [driver] = faster.scenarios[0].drivers as { moves: { by: string }[] }[]
    driver.moves[0].by = '101 mm'
    expect(reuse(before, followed(faster).task).pairs).toHaveLength(2)
  })
})
