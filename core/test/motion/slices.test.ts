/** A run that is solved in slices of a few steps is the same as one that is solved at once. */
import { expect, it } from 'vitest'
import { runScenario } from '../../src'
import { rod } from '../dynamics/free'
import { Sketch } from '../sketch'

it('stops within a long frame, says how far it is, and goes on from there', () => {
  const sketch = new Sketch(3, 1).body('arm').hinge('pin', 'ground', 'arm', [0, 0])
  rod(sketch, 'arm', 2, [0, 0, 0], [0.3, 0, 0])
  sketch.document.scenarios[0].mode = 'free'
  sketch.document.scenarios[0].gravity = [0, -9.81, 0]
  const whole = sketch.solve().take
  const run = runScenario(sketch.open(), 'run')
  if (!run.ok) throw new Error(run.problems[0].message)
  const shares: number[] = []
  while (!run.value.done) {
    run.value.advance(20, 2)
    shares.push(run.value.progress)
  }
  expect(shares.length).toBeGreaterThan(10)
  expect(shares.every((share, k) => k === 0 || share >= shares[k - 1])).toBe(true)
  expect(shares[3]).toBeLessThan(0.3)
  expect(run.value.take().coordinates).toEqual(whole.coordinates)
})
