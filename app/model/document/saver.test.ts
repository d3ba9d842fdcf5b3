/** Saving as a state machine, against a server and a journal that answer as they are told. */
import { describe, expect, it, vi } from 'vitest'
import { walkingBeam } from '~~/shared/starting-points/walking-beam'
import type { Saved } from '~~/shared/api'
import type { Answer } from './api'
import { Saver } from './saver'
import type { SavingView } from './saver'

const document = (name: string) => ({ ...walkingBeam, name })
const saved = (revision: number): Answer<Saved> => ({
  ok: true,
  value: { revision, changedAt: `2026-01-0${revision}T00:00:00Z` },
})
const refused = (status: number, more: object = {}): Answer<Saved> => ({
  ok: false,
  refusal: { status, detail: `refused with ${status}`, ...more },
})

/** A saver of a mechanism at revision 1, with what it asked for. */
function set(...answers: Answer<Saved>[]) {
  const views: SavingView[] = []
  const delays: number[] = []
  let due: (() => void) | null = null
  const ports = {
    save: vi.fn(() => Promise.resolve(answers.shift() ?? saved(9))),
    write: vi.fn(() => Promise.resolve()),
    clear: vi.fn(() => Promise.resolve()),
    later: (delay: number, work: () => void) => {
      delays.push(delay)
      due = work
      return () => {
        due = null
      }
    },
    changed: (view: SavingView) => void views.push(view),
  }
  const saver = new Saver(ports)
  saver.begin('beam', { revision: 1, changedAt: '2026-01-01T00:00:00Z', document: document('opened') })
  const now = () => views[views.length - 1]!
  const elapse = async () => {
    due?.()
    await Promise.resolve()
    await Promise.resolve()
  }
  return { saver, ports, delays, now, elapse, states: () => views.map(({ state }) => state) }
}

describe('saving', () => {
  it('writes the journal at once, saves a little later over the revision it has, and forgets the journal', async () => {
    const { saver, ports, delays, elapse, states, now } = set(saved(2))
    saver.noteEdit(document('one'))
    expect(ports.write).toHaveBeenCalledWith('beam', { revision: 1, document: document('one') })
    expect(ports.save).not.toHaveBeenCalled()
    expect(saver.hasUnsaved).toBe(true)
    await elapse()
    expect(delays).toEqual([400])
    expect(ports.save).toHaveBeenCalledExactlyOnceWith('beam', 1, document('one'))
    expect(states()).toEqual(['saved', 'unsaved', 'saving', 'saved'])
    expect(now().savedAt).toBe('2026-01-02T00:00:00Z')
    expect(ports.clear).toHaveBeenCalledWith('beam')
    expect(saver.hasUnsaved).toBe(false)
  })

  it('saves edits together, and those made while it saves afterwards', async () => {
    const { saver, ports, elapse } = set(saved(2), saved(3))
    saver.noteEdit(document('one'))
    saver.noteEdit(document('two'))
    const saving = elapse()
    saver.noteEdit(document('three'))
    await saving
    expect(saver.hasUnsaved).toBe(true)
    await elapse()
    expect(ports.save.mock.calls).toEqual([
      ['beam', 1, document('two')],
      ['beam', 2, document('three')],
    ])
    expect(saver.hasUnsaved).toBe(false)
  })

  it('tries again while the server is gone, and says so until it is back', async () => {
    const { saver, delays, elapse, now } = set(refused(0), refused(503), saved(2))
    saver.noteEdit(document('one'))
    await elapse()
    expect(now().state).toBe('unreachable')
    saver.noteEdit(document('two'))
    expect(now().state).toBe('unreachable')
    await elapse()
    await elapse()
    expect(delays).toEqual([400, 2000, 400, 2000])
    expect(now().state).toBe('saved')
  })

  it('says why a document was refused, and keeps it', async () => {
    const { saver, ports, elapse, now } = set(refused(422))
    saver.noteEdit(document('wrong'))
    await elapse()
    expect(now()).toMatchObject({ state: 'refused', refusal: 'refused with 422' })
    expect(saver.hasUnsaved).toBe(true)
    expect(ports.clear).not.toHaveBeenCalled()
  })

  it('does not save what belongs to a mechanism that is no longer open', async () => {
    const { saver, elapse, now } = set(saved(2))
    saver.noteEdit(document('one'))
    const saving = elapse()
    saver.begin('lift', { revision: 7, changedAt: '2026-01-07T00:00:00Z', document: document('lift') })
    await saving
    expect(now()).toMatchObject({ state: 'saved', savedAt: '2026-01-07T00:00:00Z' })
  })
})

describe('a conflict', () => {
  const theirs = { revision: 5, changedAt: '2026-01-05T00:00:00Z', document: document('theirs') }
  const met = async (...more: Answer<Saved>[]) => {
    const all = set(refused(409, theirs), ...more)
    all.saver.noteEdit(document('mine'))
    await all.elapse()
    return all
  }

  it('is told with both versions and what they started from; edits on it are only kept', async () => {
    const { saver, ports, now } = await met()
    expect(now()).toMatchObject({
      state: 'conflict',
      conflict: { revision: 5, theirs: document('theirs'), base: document('opened') },
    })
    saver.noteEdit(document('mine, edited on'))
    expect(now().state).toBe('conflict')
    await saver.save()
    expect(ports.save).toHaveBeenCalledTimes(1)
    expect(ports.write).toHaveBeenLastCalledWith('beam', {
      revision: 1,
      document: document('mine, edited on'),
    })
  })

  it('is settled by saving ours over theirs', async () => {
    const { saver, ports, now } = await met(saved(6))
    await saver.keepMine()
    expect(ports.save).toHaveBeenLastCalledWith('beam', 5, document('mine'))
    expect(now()).toMatchObject({ state: 'saved', conflict: null })
  })

  it('is settled by letting ours go', async () => {
    const { saver, ports, now } = await met()
    expect(await saver.takeTheirs()).toEqual(document('theirs'))
    expect(now()).toMatchObject({ state: 'saved', savedAt: theirs.changedAt, conflict: null })
    expect(saver.hasUnsaved).toBe(false)
    expect(ports.clear).toHaveBeenCalledWith('beam')
    expect(await saver.takeTheirs()).toBeNull()
  })

  it('of the journal with the server is met without a base', () => {
    const { saver, now } = set()
    const { revision, changedAt } = theirs
    saver.resumeInConflict(document('from the journal'), { revision, changedAt, theirs: document('theirs') })
    expect(now()).toMatchObject({ state: 'conflict', conflict: { base: null } })
    expect(saver.hasUnsaved).toBe(true)
  })
})
