/** Forces in a report. */
import { describe, expect, it } from 'vitest'
import type { AnyLoad } from '../../src/document/format/loads'
import { forcesContent } from '../../src/proof/report/forces-section'
import { rod } from '../dynamics/free'
import { Sketch } from '../sketch'

const arm = () =>
  rod(new Sketch(1).body('arm').hinge('pin', 'ground', 'arm', [0, 0]), 'arm', 2, [0, 0, 0], [0.3, 0, 0])

describe('the forces of a report', () => {
  it('are the largest of every joint with their instant, what acts, and how energies balance', () => {
    const sketch = arm()
    const [scenario] = sketch.document.scenarios
    scenario.mode = 'free'
    scenario.gravity = [0, -9.81, 0]
    scenario.loads = [
      { id: 'push', name: 'Push <1>', kind: 'effort', joint: 'pin', effort: '0.1 N m' },
    ] as AnyLoad[]
    const { take } = sketch.solve()
    const text = forcesContent(sketch.document, take)
    const most = Math.max(
      ...Array.from({ length: take.frames }, (_, k) =>
        Math.hypot(...take.forces.subarray(6 * k + 3, 6 * k + 6)),
      ),
    )
    // at the lowest point a rod that falls from the horizontal pulls with 2.5 times its weight, less what the push takes
    expect(most).toBeGreaterThan(2.3 * 2 * 9.81)
    expect(text).toContain(`${most.toFixed(2)} N`)
    expect(text).toContain('Push &lt;1&gt;')
    expect(text).toMatch(/Energies balance to \d/)
  })

  it('are none where nothing knows of forces', () => {
    const sketch = arm().motor('pin', 3)
    expect(forcesContent(sketch.document, sketch.solve().take)).toBe('')
  })
})
