import { beforeEach, describe, expect, it } from 'vitest'
import type { MechanismDocument, ModelReport, Problem, Standing, Take, TakePart } from '@ligamen/core'
import { KeptTakes } from './kept-takes'
import { nothingShown, ShownRun } from './shown-run'

const BROKEN: Problem = { code: 'cannot-start', message: 'It cannot start.' }

const document = (name: string) => ({ name }) as MechanismDocument
const report = (joints: readonly string[] = ['shaft'], problem: Problem | null = null) =>
  ({
    bodies: ['ground', 'arm'],
    channels: joints.map((key) => ({ key, name: `now ${key}` })),
    problem,
  }) as unknown as ModelReport
const accepted = (name: string, said = report()) => ({
  document: document(name),
  report: said,
  standing: null,
})
const take = (frames = 3, stopped: Problem | null = null) =>
  ({
    frames,
    stopped,
    bodies: ['ground', 'arm'],
    coordinateChannels: [{ key: 'shaft', name: 'then' }],
    poses: new Float64Array(7 * frames),
    coordinates: new Float64Array(frames),
    coordinateRates: new Float64Array(frames),
    coordinateAccelerations: new Float64Array(frames),
    coordinateThirds: new Float64Array(0),
    energies: new Float64Array(0),
    forceMarks: [],
    forces: new Float64Array(0),
    notes: [],
    probes: new Float64Array(0),
  }) as unknown as Take

let shown = nothingShown()
let kept = new KeptTakes()
let run = new ShownRun(shown, kept)

beforeEach(() => {
  shown = nothingShown()
  kept = new KeptTakes()
  run = new ShownRun(shown, kept)
})

const showFirst = () => {
  run.begin(accepted('first'), 'a')
  run.finish(take(), 12, 'a')
}

describe('what is shown of a run', () => {
  it('is an opened document at once, its take when it is solved', () => {
    run.begin(accepted('first'), 'a')
    expect(shown.document?.name).toBe('first')
    expect(shown.take).toBeNull()
    expect(shown.stale).toBe(false)
    run.finish(take(), 12, 'a')
    expect(shown).toMatchObject({ stale: false, partial: false, milliseconds: 12, progress: null })
    expect(shown.newest?.fingerprint).toBe('a')
  })

  it('is an edit together with its take, and until then the old one, marked stale', () => {
    showFirst()
    run.begin(accepted('second'), 'b')
    expect(shown).toMatchObject({ document: { name: 'first' }, stale: true })
    run.finish(take(), 12, 'b')
    expect(shown).toMatchObject({ document: { name: 'second' }, stale: false })
  })

  it('is an accepted document before its run has answered, for those who ask where its bodies are', () => {
    showFirst()
    run.begin(accepted('second'), 'b')
    expect(shown.document?.name).toBe('first')
    run.showAccepted()
    expect(shown).toMatchObject({ document: { name: 'second' }, stale: true })
    run.finish(take(), 5, 'b')
    run.showAccepted()
    expect(shown).toMatchObject({ document: { name: 'second' }, stale: false })
  })

  it('stands where it was put by hand after an edit, not where the edit found it', () => {
    showFirst()
    const [found, put] = [{ coordinates: [30] }, { coordinates: [0] }] as unknown as Standing[]
    run.begin({ ...accepted('second'), standing: found! }, 'b')
    run.stand(put!)
    expect(shown).toMatchObject({ document: { name: 'second' }, standing: put, stale: true })
    run.finish(take(), 12, 'b')
    expect(shown).toMatchObject({ document: { name: 'second' }, standing: put, stale: false })
  })

  it('is the take at hand of a document that was solved before', () => {
    showFirst()
    run.begin(accepted('second'), 'b')
    run.finish(take(5), 12, 'b')
    run.begin(accepted('first again'), 'a')
    expect(shown).toMatchObject({ document: { name: 'first again' }, take: { frames: 3 }, stale: false })
  })

  it('names what is read as the document names it now', () => {
    showFirst()
    expect(shown.take?.coordinateChannels[0]).toMatchObject({ name: 'now shaft' })
  })
})

describe('a run that takes a while', () => {
  const part = (from: number, frames: number): TakePart => ({ from, total: 10, part: take(frames) })

  it('shows what was found so far, then the whole', () => {
    run.begin(accepted('first'), 'a')
    run.advance(0.2)
    expect(shown.progress).toBe(0.2)
    run.addPart(part(0, 2))
    run.addPart(part(2, 3))
    expect(shown).toMatchObject({ partial: true, stale: false, take: { frames: 5 }, newest: null })
    run.finish(take(10), 800, 'a')
    expect(shown).toMatchObject({ partial: false, progress: null, take: { frames: 10 } })
  })

  it('tells what is shown once it is cancelled', () => {
    run.begin(accepted('first'), 'a')
    run.addPart(part(0, 2))
    run.cancel()
    expect(shown.problem?.message).toContain('the motion found so far is shown')
    expect(shown.take?.frames).toBe(2)
  })

  it('says so when what is shown is older than the edit', () => {
    showFirst()
    run.begin(accepted('second'), 'b')
    run.advance(0.1)
    run.cancel()
    expect(shown.problem?.message).toContain('older than the last edit')
    expect(shown.stale).toBe(true)
  })

  it('is not continued by the parts of the next one', () => {
    run.begin(accepted('first'), 'a')
    run.addPart(part(0, 4))
    run.begin(accepted('second'), 'b')
    run.addPart(part(0, 1))
    expect(shown.take?.frames).toBe(1)
  })
})

describe('a document without a motion', () => {
  it('keeps the last good one, marked stale, with the reason', () => {
    showFirst()
    run.begin(accepted('second', report(['shaft'], BROKEN)), 'b')
    expect(shown).toMatchObject({ document: { name: 'second' }, stale: true, problem: BROKEN })
    expect(shown.take?.frames).toBe(3)
  })

  it('drops the last good one when it is one of other joints', () => {
    showFirst()
    run.begin(accepted('second', report(['shaft', 'pin'], BROKEN)), 'b')
    expect(shown).toMatchObject({ take: null, stale: false })
  })

  it('is treated alike when its run ends before the first frame', () => {
    showFirst()
    run.begin(accepted('second'), 'b')
    run.finish(take(0, BROKEN), 1, 'b')
    expect(shown).toMatchObject({ document: { name: 'second' }, stale: true, problem: BROKEN })
    expect(shown.newest?.fingerprint).toBe('a')
    expect(kept.known).toEqual(['a'])
  })
})

it('nothing is left of another mechanism', () => {
  showFirst()
  run.begin(accepted('second'), 'b')
  run.clear()
  run.advance(0.5)
  expect(shown).toMatchObject({ document: null, report: null, take: null, newest: null, stale: false })
  expect(kept.known).toEqual([])
})

describe('a scenario that does not start', () => {
  it('says why a scenario does not even start, and keeps the last good motion', () => {
    showFirst()
    run.begin(accepted('second'), 'b')
    run.fail({ code: 'no-rest', message: 'There is no rest.' })
    expect(shown).toMatchObject({ stale: true, progress: null, problem: { code: 'no-rest' } })
    expect(shown.take).not.toBeNull()
    // what its report says is told already
    run.begin(accepted('third', report(['shaft'], BROKEN)), 'c')
    run.fail({ code: 'another', message: 'Another.' })
    expect(shown.problem).toBe(BROKEN)
  })
})
