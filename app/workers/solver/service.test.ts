/** The solver's service with a clock and a queue of its own, so that slices and replaced runs can be seen. */
import { describe, expect, it } from 'vitest'
import { compare } from 'fast-json-patch'
import type { MechanismDocument } from '@ligamen/core'
import { walkingBeam } from '~~/shared/starting-points/walking-beam'
import type { FromSolver } from './protocol'
import { SolverService } from './service'

const SCENARIO = walkingBeam.scenarios[0]!.id

/** @param slow milliseconds that the clock goes on whenever it is read */
function set(slow = 0) {
  const said: FromSolver[] = []
  const waiting: (() => void)[] = []
  let time = 0
  const service = new SolverService({
    say: (message) => void said.push(message),
    listen: () => new Promise((resolve) => waiting.push(resolve)),
    now: () => (time += slow),
  })
  /** Lets runs go on until nothing is solved any more, or for some slices. */
  const goOn = async (slices = Infinity) => {
    for (let k = 0; k < slices; k++) {
      await new Promise((resolve) => setImmediate(resolve))
      const next = waiting.shift()
      if (!next) return
      next()
    }
  }
  let request = 0
  return {
    service,
    said,
    goOn,
    types: () => said.map(({ type }) => type),
    last: <T extends FromSolver['type']>(type: T) =>
      said.findLast((message): message is Extract<FromSolver, { type: T }> => message.type === type),
    open: (document: MechanismDocument = walkingBeam, known: string[] = []) =>
      service.hear({ type: 'open', request: ++request, document, scenario: SCENARIO, known }),
    propose: (
      change: (draft: MechanismDocument) => void,
      { from = walkingBeam as MechanismDocument, home = false, known = [] as string[] } = {},
    ) => {
      const after = structuredClone(from)
      change(after)
      const patches = compare(from, after)
      service.hear({ type: 'propose', request: ++request, patches, scenario: SCENARIO, home, known })
      return after
    },
  }
}

const lengthOf = (part: string, length: string) => (draft: MechanismDocument) => {
  draft.parts.find(({ id }) => id === part)!.dimensions.length = length
}

describe('the solver', () => {
  it('measures clearances again when the triangles of an imported part arrive', async () => {
    const { service, open, goOn, last, said } = set()
    const document = structuredClone(walkingBeam) as MechanismDocument
    const mesh = 'e'.repeat(64)
    document.parts.push({
      id: 'stone',
      name: 'Stone',
      shape: 'imported',
      colour: '#888888',
      mesh,
      dimensions: { width: 1, depth: 1, height: 1 },
    })
    document.bodies.push({
      id: 'rock',
      name: 'Rock',
      grounded: true,
      parts: [{ id: 'rock-stone', part: 'stone' }],
      pose: { position: [1, 0, 0] },
    })
    document.probes.push({ id: 'gap', name: 'Gap', kind: 'clearance', body: 'crank', other: 'rock' })
    open(document)
    await goOn()
    const read = () => {
      const { probeChannels, probes } = last('take')!.take
      return probes[3 * probeChannels.findIndex(({ key }) => key === 'gap')]
    }
    expect(read()).toBeNaN()
    service.hear({ type: 'meshes', meshes: [[mesh, Float32Array.of(0, 0, 0, 0, 0.01, 0, 0, 0, 0.01)]] })
    await goOn()
    expect(said.filter(({ type }) => type === 'take')).toHaveLength(2)
    expect(read()).toBeGreaterThan(0.9)
  })

  it('accepts what assembles, and solves it at once', async () => {
    const { open, goOn, types, last } = set()
    open()
    await goOn()
    expect(types()).toEqual(['accepted', 'take'])
    const take = last('take')!
    expect(take.take.frames).toBe(151)
    expect(take.fingerprint).toBe(last('accepted')!.fingerprint)
  })

  it('does not solve what is at hand already, nor twice what is under way', async () => {
    const { open, propose, goOn, types, last } = set(5)
    open()
    const { fingerprint } = last('accepted')!
    propose((draft) => (draft.name = 'Renamed'))
    await goOn()
    expect(types().filter((type) => type === 'take')).toHaveLength(1)
    propose((draft) => (draft.name = 'Again'), { known: [fingerprint] })
    await goOn()
    expect(types().filter((type) => type === 'take')).toHaveLength(1)
    expect(types().at(-1)).toBe('accepted')
  })

  it('lets an edit replace the run under way', async () => {
    const { open, propose, goOn, types, last } = set(5)
    open()
    await goOn(2)
    propose(lengthOf('crank-plate', '34 mm'))
    await goOn()
    expect(types().filter((type) => type === 'take')).toHaveLength(1)
    expect(last('take')!.fingerprint).toBe(last('accepted')!.fingerprint)
  })

  it('says how far a run is, gives the frames found so far, and in the end the whole', async () => {
    const { open, goOn, said, last } = set(100)
    open()
    await goOn()
    const shares = said.flatMap((message) => (message.type === 'progress' ? [message.share] : []))
    expect(shares.length).toBeGreaterThan(2)
    expect([...shares].sort((a, b) => a - b)).toEqual(shares)
    const frames = said.flatMap((message) => (message.type === 'part' ? [message.part.part.frames] : []))
    expect(frames.length).toBeGreaterThan(0)
    expect(frames.reduce((sum, count) => sum + count, 0)).toBeLessThanOrEqual(151)
    expect(last('take')!.take.frames).toBe(151)
  })

  it('gives up a run when it is told to', async () => {
    const { service, open, goOn, types } = set(5)
    open()
    service.hear({ type: 'cancel' })
    await goOn()
    expect(types()).toEqual(['accepted', 'part', 'cancelled'])
  })

  it('gives frames only at the end when nobody watches, and what was found when it is given up', async () => {
    const { service, open, goOn, said, types } = set(100)
    service.hear({ type: 'live', isLive: false })
    open()
    await goOn()
    expect(types()).not.toContain('part')
    expect(types().at(-1)).toBe('take')
    said.length = 0
    open()
    await goOn(3)
    service.hear({ type: 'cancel' })
    await goOn()
    expect(types().slice(-2)).toEqual(['part', 'cancelled'])
    expect(types()).not.toContain('take')
  })

  it('refuses what does not assemble, says how long the part can be, and keeps the document', async () => {
    const { open, propose, goOn, last } = set()
    open()
    propose(lengthOf('coupler-plate', '300 mm'))
    const { problems } = last('refused')!
    expect(problems[0]!.message).toMatch(/The longest Coupler that closes has \d+\.\d+ mm\.$/)
    const longest = Number(/has ([\d.]+) mm/.exec(problems[0]!.message)![1])
    propose(lengthOf('coupler-plate', `${longest} mm`))
    expect(last('accepted')!.request).toBe(3)
    propose(lengthOf('coupler-plate', `${longest + 0.05} mm`))
    expect(last('refused')!.request).toBe(4)
    await goOn()
  })

  it('solves another scenario beside the one shown, after it and after every edit', async () => {
    const { service, open, propose, goOn, types, last } = set()
    const two = structuredClone(walkingBeam) as MechanismDocument
    two.scenarios.push({ id: 'other', name: 'Other', length: '1 s', frameRate: 60, drivers: [] })
    open(two)
    service.hear({ type: 'compare', scenario: 'other' })
    await goOn()
    expect(types()).toEqual(['accepted', 'take', 'compared'])
    expect(last('compared')!.take!.frames).toBe(61)
    propose(lengthOf('crank-plate', '34 mm'), { from: two })
    await goOn()
    expect(types().slice(3)).toEqual(['accepted', 'take', 'compared'])
    service.hear({ type: 'compare', scenario: null })
    await goOn()
    expect(types()).toHaveLength(6)
  })

  it('stays where it was put by hand after an edit, unless the home pose is wanted', async () => {
    const { service, open, propose, goOn, last } = set()
    open()
    const [driven] = last('accepted')!.report.channels
    const wanted = last('accepted')!.report.coordinates[0]! + 0.3
    service.hear({
      type: 'ask',
      request: 100,
      question: 'goTo',
      asked: [{ ...driven!.coordinate!, value: wanted }],
    })
    const after = propose(lengthOf('rocker-plate', '101 mm'))
    expect(last('accepted')!.standing!.coordinates[0]).toBeCloseTo(wanted, 2)
    propose(lengthOf('rocker-plate', '102 mm'), { from: after, home: true })
    expect(last('accepted')!.standing).toBeNull()
    await goOn()
  })

  it('follows the newest of the places that a grabbed point is dragged to', async () => {
    const { service, open, goOn, said } = set()
    open()
    await goOn()
    service.hear({ type: 'grab', body: 'crank', point: [0.03, 0, 0], alone: false })
    service.hear({ type: 'drag', target: [0, 0, 0] })
    service.hear({ type: 'drag', target: [-0.06, -0.1, 0.044] })
    await goOn()
    const dragged = said.filter((message) => message.type === 'dragged')
    expect(dragged).toHaveLength(1)
    expect(dragged[0]!.standing.coordinates).not.toEqual([])
  })
})
