/** Files in and out, with a worker that says what it is told to. */
import { describe, expect, it, vi } from 'vitest'
import { identityFrame } from '@ligamen/core'
import type { MechanismDocument, Mesh, Problem } from '@ligamen/core'
import { walkingBeam } from '~~/shared/starting-points/walking-beam'
import type { Change } from '~/model/document/editor'
import type { FromExchange, PreparedMesh } from '~/workers/exchange/protocol'
import { Exchanger } from './exchanger'
import type { ExchangeView } from './exchanger'

const file = (name: string, size = 3) => ({
  name,
  size,
  arrayBuffer: () => Promise.resolve(new Uint8Array(3).buffer),
})
const prepared = (hash: string): PreparedMesh => ({
  stored: { hash, size: [1, 1, 1], centre: [0, 0, 0] },
  mesh: {} as Mesh,
})
const scene: Extract<FromExchange, { type: 'scene' }> = {
  type: 'scene',
  name: 'bracket.stl',
  scene: {
    unit: 0.001,
    meshes: [{ name: 'bracket', colour: null }],
    nodes: [{ name: 'bracket', frame: identityFrame(), meshes: [0], children: [] }],
    leftOut: [],
  },
  meshes: [prepared('a'.repeat(64))],
  leftOut: ['a wire'],
}

/** An exchanger, its worker, and the document that it edits unless the edit is refused. */
function set(refused: readonly Problem[] = [], isEmpty = false) {
  const views: ExchangeView[] = []
  let hear: (message: FromExchange) => Promise<void> = () => Promise.resolve()
  let fail: (why: string) => void = () => undefined
  let due: { delay: number; work: () => void } | null = null
  const worker = { post: vi.fn(), end: vi.fn() }
  const edits: string[] = []
  let document: MechanismDocument = structuredClone(walkingBeam)
  const ports = {
    start: vi.fn((heard: typeof hear, failed: typeof fail) => {
      hear = heard
      fail = failed
      return worker
    }),
    store: vi.fn(() => Promise.resolve()),
    isEmpty: () => isEmpty,
    edit: (name: string, change: Change) => {
      edits.push(name)
      const draft = structuredClone(document)
      const made = (change(draft) as MechanismDocument | undefined) ?? draft
      if (refused.length === 0) document = made
      return Promise.resolve(refused)
    },
    select: vi.fn(),
    save: vi.fn(),
    later: (delay: number, work: () => void) => {
      due = { delay, work }
      return () => {
        due = null
      }
    },
    changed: (view: ExchangeView) => void views.push(view),
  }
  return {
    exchanger: new Exchanger(ports),
    ports,
    worker,
    edits,
    say: (message: FromExchange) => hear(message),
    fail: (why: string) => fail(why),
    now: () => views.at(-1)!,
    /** What would be done when the patience is at its end. */
    due: () => due,
    document: () => document,
  }
}

describe('reading files', () => {
  it('hands them to the worker, stores the meshes, adds the bodies, selects them and says what was left out', async () => {
    const { exchanger, ports, worker, edits, say, now, document } = set()
    await exchanger.read([file('bracket.stl')])
    expect(worker.post).toHaveBeenCalledWith(
      { type: 'read', files: [{ name: 'bracket.stl', bytes: new Uint8Array(3) }] },
      expect.anything(),
    )
    await say({ type: 'progress', words: 'Reading', share: 0.5 })
    expect(now().busy).toEqual({ words: 'Reading', share: 0.5 })
    await say(scene)
    expect(ports.store).toHaveBeenCalledWith(scene.meshes)
    expect(edits).toEqual(['Bring in bracket.stl'])
    expect(document().bodies).toHaveLength(walkingBeam.bodies.length + 1)
    expect(ports.select).toHaveBeenCalledWith([document().bodies.at(-1)!.id])
    expect(now()).toEqual({
      busy: null,
      unitWanted: null,
      placeWanted: null,
      fault: '',
      done: { words: 'bracket.stl: 1 body brought in.', leftOut: ['a wire'] },
    })
    expect(worker.end).toHaveBeenCalledTimes(1)
  })

  it('ends a reader that does not come to an end, and says what it was at; answers and waits for people call that off', async () => {
    const { exchanger, worker, say, now, due } = set()
    await exchanger.read([file('loop.step', 20_000_000)])
    await say({ type: 'progress', words: 'Reading loop.step', share: null })
    expect(due()!.delay).toBe(100_000)
    due()!.work()
    expect(now().fault).toMatch(/^“Reading loop\.step” took longer than 100 s and was ended\./)
    expect(worker.end).toHaveBeenCalledTimes(1)
    await exchanger.read([file('plate.stl')])
    await say({ type: 'unit-wanted', name: 'plate.stl', size: [1, 1, 1] })
    expect(due()).toBeNull()
    exchanger.giveUnit(1)
    await say(scene)
    expect([due(), now().fault]).toEqual([null, ''])
  })

  it('asks for a unit where a file has none, and goes on with it', async () => {
    const { exchanger, worker, say, now } = set()
    await exchanger.read([file('plate.stl')])
    await say({ type: 'unit-wanted', name: 'plate.stl', size: [10, 20, 30] })
    expect(now()).toMatchObject({ busy: null, unitWanted: { name: 'plate.stl', size: [10, 20, 30] } })
    exchanger.giveUnit(0.0254)
    expect(worker.post).toHaveBeenLastCalledWith({ type: 'unit', metres: 0.0254 })
    expect(now()).toMatchObject({ busy: { words: 'Preparing' }, unitWanted: null })
  })

  it('replaces the mechanism by one that is read, under the name of the open one', async () => {
    const { exchanger, edits, say, now, document } = set()
    await exchanger.read([file('beam.json')])
    const other = { ...structuredClone(walkingBeam), name: 'Other', scenarios: [] }
    await say({ type: 'mechanism', document: other, meshes: [], leftOut: [] })
    expect(now().placeWanted).toMatchObject({ name: 'Other', bodies: walkingBeam.bodies.length })
    expect(edits).toEqual([])
    await exchanger.replace()
    expect(edits).toEqual(['Open Other'])
    expect(document()).toEqual({ ...other, name: walkingBeam.name })
    expect(now().done!.words).toContain('Undo brings the old one back.')
  })

  it('brings a mechanism in beside what is there, or not at all', async () => {
    const { exchanger, edits, say, now, document, ports } = set()
    const other = { ...structuredClone(walkingBeam), name: 'Other' }
    await exchanger.read([file('beam.json')])
    await say({ type: 'mechanism', document: other, meshes: [], leftOut: [] })
    exchanger.cancel()
    await exchanger.bringBeside()
    expect([edits, now().placeWanted]).toEqual([[], null])
    await exchanger.read([file('beam.json')])
    await say({ type: 'mechanism', document: other, meshes: [], leftOut: [] })
    await exchanger.bringBeside()
    expect(edits).toEqual(['Bring in Other'])
    expect(document().bodies).toHaveLength(2 * walkingBeam.bodies.length)
    expect(ports.select).toHaveBeenCalledOnce()
  })

  it('asks nothing where nothing is there yet', async () => {
    const { exchanger, edits, say } = set([], true)
    await exchanger.read([file('beam.json')])
    await say({ type: 'mechanism', document: structuredClone(walkingBeam), meshes: [], leftOut: [] })
    expect(edits).toEqual([`Open ${walkingBeam.name}`])
  })

  it('refuses what is too large before it is opened', async () => {
    const { exchanger, ports, now } = set()
    await exchanger.read([file('small.stl'), file('huge.stl', 300_000_001)])
    expect(now().fault).toBe('huge.stl has more than 300 MB; make it coarser where it was exported.')
    expect(ports.start).not.toHaveBeenCalled()
  })

  it.each<[string, (say: (message: FromExchange) => Promise<void>, fail: (why: string) => void) => unknown]>([
    [
      'the worker refuses it',
      (say) => say({ type: 'failed', problems: [{ code: 'x', message: 'Broken.' }] }),
    ],
    ['the worker itself fails', (_, fail) => fail('Broken.')],
  ])('says why when %s, and keeps nothing', async (_, happen) => {
    const { exchanger, worker, edits, say, fail, now } = set()
    await exchanger.read([file('bracket.stl')])
    await happen(say, fail)
    expect(now()).toEqual({ busy: null, unitWanted: null, placeWanted: null, fault: 'Broken.', done: null })
    expect([worker.end.mock.calls.length, edits]).toEqual([1, []])
  })

  it('says why when the edit is refused, and selects nothing', async () => {
    const { exchanger, ports, say, now } = set([{ code: 'x', message: 'Does not fit.' }])
    await exchanger.read([file('bracket.stl')])
    await say(scene)
    expect(now()).toMatchObject({ fault: 'Does not fit.', done: null })
    expect(ports.select).not.toHaveBeenCalled()
  })

  it('that was cancelled while files were opened goes no further', async () => {
    const { exchanger, worker, now } = set()
    const reading = exchanger.read([file('bracket.stl')])
    exchanger.cancel()
    await reading
    expect(worker.post).not.toHaveBeenCalled()
    expect([worker.end.mock.calls.length, now().busy]).toEqual([1, null])
  })

  it('that was cancelled while meshes were stored adds nothing', async () => {
    const { exchanger, edits, say, now } = set()
    await exchanger.read([file('bracket.stl')])
    const said = say(scene)
    exchanger.cancel()
    await said
    expect([edits, now().busy]).toEqual([[], null])
  })
})

describe('writing a file', () => {
  it('ends what went on before, and hands over what was written', async () => {
    const { exchanger, ports, worker, say, now } = set()
    await exchanger.read([file('bracket.stl')])
    exchanger.write({
      type: 'write',
      kind: 'stl',
      document: walkingBeam,
      poses: new Float64Array(0),
      meshes: {},
    })
    expect(worker.end).toHaveBeenCalledTimes(1)
    await say({ type: 'written', name: 'beam.stl', bytes: new Uint8Array(2), leftOut: [] })
    expect(ports.save).toHaveBeenCalledWith('beam.stl', new Uint8Array(2))
    expect(now().done).toEqual({ words: 'beam.stl is written.', leftOut: [] })
  })
})
