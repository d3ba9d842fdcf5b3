/** Facts that a take shows, against closed forms. */
import { describe, expect, it } from 'vitest'
import { findFacts, openModel, runScenario } from '../../src'
import type { Fact, MechanismDocument } from '../../src'
import { grashof } from '../../src/proof/facts/four-bars'
import { Sketch } from '../sketch'

function factsOf(document: MechanismDocument): Fact[] {
  const model = openModel(document)
  if (!model.ok) throw new Error(model.problems[0].message)
  const run = runScenario(model.value, 'run')
  if (!run.ok) throw new Error(run.problems[0].message)
  run.value.advance(Infinity)
  const { mobility, mechanism } = model.value
  const { bodies, datums } = mechanism.geometry
  const places = new Map(
    [...datums].map(([id, { body, frame }]) => [id, { body: bodies[body].source.id, frame }]),
  )
  const evidence = { document, take: run.value.take(), length: model.value.scenarios[0].length, mobility }
  return findFacts(evidence, places)
}
const of = (facts: readonly Fact[], kind: Fact['kind']) => facts.filter((fact) => fact.kind === kind)

/** Frame 100, crank 30, coupler 80, rocker 70 mm; the crank starts in line with the frame, one turn a second. */
function fourBar(speed = 2 * Math.PI, length = 1) {
  const [d, a, b, c] = [0.1, 0.03, 0.08, 0.07]
  // crank stretched away from the rocker's pivot: the triangle of coupler, rocker and d + a
  const e = d + a
  const x = (b * b - c * c + e * e) / (2 * e)
  const y = Math.sqrt(b * b - x * x)
  return new Sketch(length, 240)
    .body('crank', 'coupler', 'rocker')
    .hinge('shaft', 'ground', 'crank', [0, 0])
    .hinge('pin', 'crank', 'coupler', [-a, 0])
    .hinge('end', 'coupler', 'rocker', [-a + x, y])
    .hinge('pivot', 'ground', 'rocker', [d, 0])
    .motor('shaft', speed)
}

describe('a crank-rocker', () => {
  const facts = factsOf(fourBar().document)

  it('is a four-bar of its class, with the extremes of its transmission angle', () => {
    const [fact, ...others] = of(facts, 'four-bar')
    expect(others).toEqual([])
    expect(fact.sentence).toContain('Grashof, crank-rocker')
    // Norton, Design of Machinery, section 4.10: cos mu = (b^2 + c^2 - (d -+ a)^2) / 2bc
    const mu = (e: number) => (Math.acos((0.08 ** 2 + 0.07 ** 2 - e * e) / (2 * 0.08 * 0.07)) * 180) / Math.PI
    const ends = [mu(0.07), mu(0.13)].map((angle) => Math.min(angle, 180 - angle))
    expect(fact.sentence).toContain(`is ${Math.min(...ends).toFixed(1)}°`)
  })

  it('has dead points of its rocker where crank and coupler lie in line, and a quick return between them', () => {
    const turns = of(facts, 'turn').find(({ joint }) => joint === 'pivot')!
    // law of cosines with b + a and b - a; angles of the crank from where it started, turning left
    const angle = (r: number) => Math.acos((0.1 ** 2 + r * r - 0.07 ** 2) / (2 * 0.1 * r))
    const outer = (angle(0.11) + Math.PI) / (2 * Math.PI)
    const inner = angle(0.05) / (2 * Math.PI)
    const expected = [inner, outer].map((turn) => turn % 1).sort((p, q) => p - q)
    const said = [...turns.sentence.matchAll(/(\d\.\d{3}) s/g)].map(([, time]) => Number(time))
    expect(said).toEqual(expected.map((time) => Number(time.toFixed(3))))
  })
})

it('a quick return is told with its time ratio', () => {
  const facts = factsOf(fourBar(2 * Math.PI, 2.5).document)
  const angle = (r: number) => Math.acos((0.1 ** 2 + r * r - 0.07 ** 2) / (2 * 0.1 * r))
  const forth = (angle(0.11) + Math.PI - angle(0.05)) / (2 * Math.PI)
  const ratio = Math.max(forth, 1 - forth) / Math.min(forth, 1 - forth)
  const fact = of(facts, 'quick-return').find(({ joint }) => joint === 'pivot')!
  expect(fact.sentence).toContain(`a time ratio of ${ratio.toFixed(4)}`)
})

it('links by their lengths: frame, crank, coupler, rocker', () => {
  expect(grashof([0.03, 0.08, 0.1, 0.07])).toBe('Grashof, double crank')
  expect(grashof([0.1, 0.08, 0.03, 0.07])).toBe('Grashof, double rocker')
  expect(grashof([0.1, 0.05, 0.1, 0.05])).toBe('Grashof, with change points')
  expect(grashof([0.1, 0.05, 0.06, 0.07])).toBe('not Grashof, triple rocker')
})

it('an overall ratio of a train, over three wheels', () => {
  const sketch = new Sketch(1)
    .body('a', 'b', 'c')
    .hinge('first', 'ground', 'a', [0, 0])
    .hinge('second', 'ground', 'b', [0.1, 0])
    .hinge('third', 'ground', 'c', [0.2, 0])
    .pair('gear', 'one', 'first', 'second', { teethA: 20, teethB: 30 })
    .pair('gear', 'two', 'second', 'third', { teethA: 15, teethB: 45 })
    .motor('first', 3)
  const sentences = of(factsOf(sketch.document), 'ratio').map(({ sentence }) => sentence)
  expect(sentences).toContain('third turns 0.222222 times as far as first, the same way.')
  expect(sentences).toContain('second turns 0.666667 times as far as first, the other way.')
})

it('a follower that rests dwells, and what only rests on its way does not turn', () => {
  const sketch = new Sketch(3)
    .body('master', 'table')
    .hinge('shaft', 'ground', 'master', [0, 0])
    .hinge('turn', 'ground', 'table', [1, 0])
    .relate({
      id: 'law',
      name: 'Law',
      kind: 'programme',
      a: { joint: 'shaft' },
      b: { joint: 'turn' },
      begins: 0,
      level: 0,
      steps: [{ over: '90 deg', to: '60 deg' }, { over: '270 deg' }],
    } as never)
    .motor('shaft', Math.PI)
  const facts = factsOf(sketch.document)
  expect(of(facts, 'turn')).toEqual([])
  expect(of(facts, 'dwell')[0].sentence).toContain('turn dwells from 0.500 s to 2.000 s')
})

it('a follower of a driver that reverses has no dead point of its own', () => {
  const sketch = new Sketch(2)
    .body('a', 'b')
    .hinge('first', 'ground', 'a', [0, 0])
    .hinge('second', 'ground', 'b', [0.1, 0])
    .pair('gear', 'one', 'first', 'second', { teethA: 20, teethB: 30 })
    .drive({ id: 'sine', kind: 'sine', joint: 'first', amplitude: 1, frequency: 1 } as never)
  expect(of(factsOf(sketch.document), 'turn')).toEqual([])
})
