/** Saving as a state machine, against a server and a journal that answer as they are told. */
import { describe, expect, it, vi } from 'vitest'
import { walkingBeam } from '~~/shared/starting-points/walking-beam'
import type { Saved } from '~~/shared/api'
import type { Answer, Save } from './api'
import type { JournalEntry } from './journal-entry'
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
    save: vi.fn((_mechanism: string, _save: Save) => Promise.resolve(answers.shift() ?? saved(9))),
    write: vi.fn((_mechanism: string, _entry: JournalEntry) => Promise.resolve()),
    renamed: vi.fn(),
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
  /** What was sent: from which revision, which name, by how many patches (null for whole documents). */
  const sent = () =>
    ports.save.mock.calls.map(([, { revision, document, patches }]) => [
      revision,
      document.name,
      patches?.length ?? null,
    ])
  const ids = () => ports.save.mock.calls.map(([, { save }]) => save)
  const now = () => views[views.length - 1]!
  const elapse = async () => {
    due?.()
    await Promise.resolve()
    await Promise.resolve()
  }
  return {
    saver,
    ports,
    sent,
    ids,
    delays,
    now,
    elapse,
    views,
    states: () => views.map(({ state }) => state),
  }
}

describe('saving', () => {
  it('writes the journal at once, saves a little later over the revision it has, and forgets the journal', async () => {
    const { saver, ports, sent, delays, elapse, states, now } = set(saved(2))
    saver.noteEdit(document('one'))
    expect(ports.write).toHaveBeenCalledWith('beam', { revision: 1, document: document('one') })
    expect(ports.save).not.toHaveBeenCalled()
    expect(saver.hasUnsaved).toBe(true)
    await elapse()
    expect(delays).toEqual([400])
    expect(sent()).toEqual([[1, 'one', 1]])
    expect(states()).toEqual(['saved', 'unsaved', 'saving', 'saved'])
    expect(now().savedAt).toBe('2026-01-02T00:00:00Z')
    expect(ports.clear).toHaveBeenCalledWith('beam')
    expect(saver.hasUnsaved).toBe(false)
  })

  it('saves edits together, and those made while it saves afterwards', async () => {
    const { saver, sent, elapse } = set(saved(2), saved(3))
    saver.noteEdit(document('one'))
    saver.noteEdit(document('two'))
    const saving = elapse()
    saver.noteEdit(document('three'))
    await saving
    expect(saver.hasUnsaved).toBe(true)
    await elapse()
    expect(sent()).toEqual([
      [1, 'two', 1],
      [2, 'three', 1],
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
    // what was edited meanwhile is saved after what was sent first
    await elapse()
    expect(delays).toEqual([400, 2000, 400, 2000, 400])
    expect(now().state).toBe('saved')
  })

  it('sends one whose answer was lost again as it was, and what came since after it', async () => {
    const { saver, ports, sent, ids, elapse } = set(refused(0), refused(503), saved(2), saved(3))
    saver.noteEdit(document('one'))
    await elapse()
    saver.noteEdit(document('two'))
    for (let k = 0; k < 3; k++) await elapse()
    expect(sent()).toEqual([
      [1, 'one', 1],
      [1, 'one', 1],
      [1, 'one', 1],
      [2, 'two', 1],
    ])
    expect([ids()[1], ids()[2]]).toEqual([ids()[0], ids()[0]])
    expect(ids()[3]).not.toBe(ids()[0])
    // a page that comes after this one can ask what became of it
    expect(ports.write.mock.calls[1]![1]).toMatchObject({ revision: 1, save: ids()[0] })
  })

  it('sends nothing when what was done was undone', async () => {
    const { saver, ports, elapse, now } = set()
    saver.noteEdit(document('one'))
    saver.noteEdit(document('opened'))
    await elapse()
    expect(ports.save).not.toHaveBeenCalled()
    expect([now().state, saver.hasUnsaved]).toEqual(['saved', false])
  })

  it('knows no fields that are there and undefined: they are not stored', async () => {
    const { saver, sent, ports, elapse } = set(saved(2), saved(3))
    saver.noteEdit({ ...document('one'), desk: undefined })
    await elapse()
    saver.noteEdit({ ...document('one'), desk: [] })
    await elapse()
    expect(sent().map(([, , patches]) => patches)).toEqual([1, 1])
    expect(ports.save.mock.calls[1]![1].patches).toEqual([{ op: 'add', path: '/desk', value: [] }])
    expect(saver.hasUnsaved).toBe(false)
  })

  it('sends whole what has no common revision with the server', async () => {
    const { saver, sent, elapse } = set(saved(5))
    saver.beginApart('beam', 4)
    saver.noteEdit(document('mine'))
    await elapse()
    expect(sent()).toEqual([[4, 'mine', null]])
  })

  it('goes on when the browser keeps nothing, and says so once', async () => {
    const { saver, ports, elapse, views } = set(saved(2))
    ports.write.mockRejectedValue(new Error('full'))
    saver.noteEdit(document('one'))
    await elapse()
    await elapse()
    expect(saver.hasUnsaved).toBe(false)
    expect(views.filter(({ inMemoryOnly }, k) => inMemoryOnly && !views[k - 1]?.inMemoryOnly)).toHaveLength(1)
    // it was only late
    ports.write.mockResolvedValue(undefined)
    saver.noteEdit(document('two'))
    await elapse()
    expect(views.at(-1)!.inMemoryOnly).toBe(false)
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
    const { saver, sent, now } = await met(saved(6))
    await saver.keepMine()
    expect(sent().at(-1)).toEqual([5, 'mine', 1])
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

  it('is none when the others have given a name only: it is taken, and the edits are saved over it', async () => {
    const renamed = { ...theirs, document: document('their name') }
    const { saver, ports, sent, now, elapse } = set(refused(409, renamed), saved(6))
    saver.noteEdit({ ...document('opened'), scenarios: [] })
    await elapse()
    expect(ports.renamed).toHaveBeenCalledExactlyOnceWith('their name')
    await elapse()
    expect(sent().at(-1)).toEqual([5, 'their name', walkingBeam.scenarios.length])
    expect(now()).toMatchObject({ state: 'saved', conflict: null })
  })

  it('of the journal with the server is met without a base', () => {
    const { saver, now } = set()
    const { revision, changedAt } = theirs
    saver.resumeInConflict(document('from the journal'), { revision, changedAt, theirs: document('theirs') })
    expect(now()).toMatchObject({ state: 'conflict', conflict: { base: null } })
    expect(saver.hasUnsaved).toBe(true)
  })
})
