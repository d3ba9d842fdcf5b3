import { expect, it } from 'vitest'
import { openModel, runScenario } from '../../src'
import type { MechanismDocument } from '../../src'

/** Bodies of which nothing holds any but the first, and a run of very many frames. */
const manyBodies = (frameRate: number): MechanismDocument => ({
  format: 'ligamen/mechanism',
  version: 1,
  name: 'Heap',
  parts: [],
  bodies: Array.from({ length: 120 }, (_, k) => ({
    id: `b${k}`,
    name: `Packet ${k}`,
    parts: [],
    ...(k === 0 && { grounded: true }),
  })),
  datums: [],
  joints: [],
  probes: [],
  scenarios: [{ id: 'run', name: 'Long run', length: '600 s', frameRate, drivers: [] }],
})

it('a run that has no room in memory is refused with how many frames there may be; one that has room begins', () => {
  const started = (frameRate: number) => {
    const model = openModel(manyBodies(frameRate))
    if (!model.ok) throw new Error(model.problems[0]!.message)
    return runScenario(model.value, 'run')
  }
  const refused = started(300)
  expect(refused).toMatchObject({
    ok: false,
    problems: [{ code: 'run-too-large', pointer: '/scenarios/0/frameRate', ids: ['run'] }],
  })
  // seven numbers of every pose; what no joint holds has no coordinates that are recorded
  const most = Math.floor(150_000_000 / (120 * 7))
  expect(!refused.ok && refused.problems[0]!.message).toContain(`at most ${most} are recorded`)
  expect(started(10).ok).toBe(true)
})
