/** Edits, trials and undo against a solver that accepts and refuses as it is told. */
import { applyPatch } from 'fast-json-patch'
import { describe, expect, it } from 'vitest'
import type { MechanismDocument, ModelReport } from '@ligamen/core'
import { walkingBeam } from '~~/shared/starting-points/walking-beam'
import type { Verdict } from '~/model/run/solver-client'
import { NO_EDITS, redoable, undoable } from './edit-history'
import { Editor } from './editor'

const NAME = 'No bodies of this name'

/** An editor of the walking beam; names that begin with “bad” are refused. */
function set() {
  const accepted: string[] = []
  const saved: string[] = []
  const homes: boolean[] = []
  const busy: boolean[] = []
  let history = NO_EDITS
  let release: (() => void) | null = null
  let solverHas = structuredClone(walkingBeam) as MechanismDocument
  const editor = new Editor({
    async propose(patches, home): Promise<Verdict> {
      homes.push(home)
      if (waiting.on) await new Promise<void>((resolve) => (release = resolve))
      const next = applyPatch(structuredClone(solverHas), patches, true).newDocument
      if (next.name.startsWith('bad')) return { ok: false, problems: [{ code: 'bad', message: NAME }] }
      solverHas = next
      return { ok: true, report: {} as ModelReport, standing: null, fingerprint: '' }
    },
    accept: (document) => void accepted.push(document.name),
    save: (document) => void saved.push(document.name),
    changed: (now) => {
      history = now
    },
    busy: (now) => void busy.push(now),
  })
  const waiting = { on: false }
  editor.open(walkingBeam)
  return {
    editor,
    accepted,
    saved,
    homes,
    busy,
    waiting,
    release: () => release?.(),
    undoable: () => undoable(history)?.name ?? null,
    redoable: () => redoable(history)?.name ?? null,
    /** The solver and the screen must never part. */
    solverHas: () => solverHas.name,
  }
}

const call = (name: string) => (draft: MechanismDocument) => {
  draft.name = name
}

describe('edits', () => {
  it('are accepted, saved and undoable; undo and redo are saved too', async () => {
    const { editor, accepted, saved, undoable, redoable } = set()
    expect(await editor.edit('Call it one', call('one'))).toEqual([])
    expect([undoable(), redoable()]).toEqual(['Call it one', null])
    await editor.undo()
    expect([undoable(), redoable()]).toEqual([null, 'Call it one'])
    await editor.redo()
    expect(accepted).toEqual(['one', walkingBeam.name, 'one'])
    expect(saved).toEqual(accepted)
  })

  it('leave everything as it was when they are refused', async () => {
    const { editor, accepted, saved, undoable, solverHas } = set()
    await editor.edit('Call it one', call('one'))
    expect(await editor.edit('Call it bad', call('bad'))).toEqual([{ code: 'bad', message: NAME }])
    expect([accepted, saved, undoable(), solverHas()]).toEqual([['one'], ['one'], 'Call it one', 'one'])
  })

  it('that change nothing are neither proposed nor undoable', async () => {
    const { editor, accepted, undoable } = set()
    expect(await editor.edit('Nothing', call(walkingBeam.name))).toEqual([])
    expect([accepted, undoable()]).toEqual([[], null])
  })

  it('may return another document, and say that the home pose is wanted', async () => {
    const { editor, accepted, homes } = set()
    await editor.edit('Replace', () => ({ ...walkingBeam, name: 'another' }), true)
    expect([accepted, homes]).toEqual([['another'], [true]])
  })

  it('are made one after the other, each on what the one before left', async () => {
    const { editor, waiting, release, solverHas, busy } = set()
    waiting.on = true
    const first = editor.edit('A', (draft) => void (draft.name = 'a'))
    const second = editor.edit('B', (draft) => void (draft.name += 'b'))
    await settled()
    waiting.on = false
    release()
    await Promise.all([first, second])
    expect(solverHas()).toBe('ab')
    // as long as one is under way
    expect(busy).toEqual([false, true, true, true, false])
  })

  it('that replace the document are refused when one before them has changed it meanwhile', async () => {
    const { editor, solverHas, undoable } = set()
    const made = { ...walkingBeam, name: 'made of the old one' }
    const first = editor.edit('One', call('one'))
    const [problem] = await editor.replace('Replace', made)
    expect(await first).toEqual([])
    expect([problem?.code, solverHas(), undoable()]).toEqual(['changed-meanwhile', 'one', 'One'])

    const nothing = editor.edit('Nothing', call('one'))
    expect(await editor.replace('Replace', made)).toEqual([])
    expect(await nothing).toEqual([])
    expect([solverHas(), undoable()]).toEqual(['made of the old one', 'Replace'])
    await editor.undo()
    expect(solverHas()).toBe('one')
  })

  it('after an undo end what could be redone', async () => {
    const { editor, undoable, redoable } = set()
    await editor.edit('One', call('one'))
    await editor.undo()
    await editor.edit('Two', call('two'))
    expect([undoable(), redoable()]).toEqual(['Two', null])
    await editor.redo()
    expect(undoable()).toBe('Two')
  })

  it('of a document that was opened later start without a history', async () => {
    const { editor, undoable } = set()
    await editor.edit('One', call('one'))
    editor.open(walkingBeam)
    expect(undoable()).toBeNull()
    editor.open(null)
    expect(await editor.edit('Two', call('two'))).toEqual([])
    expect(undoable()).toBeNull()
  })
})

describe('trials', () => {
  it('are shown, but neither saved nor undoable', async () => {
    const { editor, accepted, saved, undoable } = set()
    await editor.tryOut(call('tried'))
    expect([accepted, saved, undoable()]).toEqual([['tried'], [], null])
  })

  it('start each from the document before the first, and leave only the newest', async () => {
    const { editor, waiting, release, accepted } = set()
    waiting.on = true
    const first = editor.tryOut((draft) => void (draft.name += ' 1'))
    await settled()
    void editor.tryOut((draft) => void (draft.name += ' 2'))
    void editor.tryOut((draft) => void (draft.name += ' 3'))
    waiting.on = false
    release()
    await first
    expect(accepted).toEqual([`${walkingBeam.name} 1`, `${walkingBeam.name} 3`])
  })

  it('become one edit whose undo goes back to before them', async () => {
    const { editor, accepted, saved, undoable } = set()
    await editor.tryOut(call('tried'))
    await editor.edit('Call it made', call('made'))
    expect([accepted, saved, undoable()]).toEqual([['tried', 'made'], ['made'], 'Call it made'])
    await editor.undo()
    expect(accepted.at(-1)).toBe(walkingBeam.name)
  })

  it('that already are what the edit makes are saved without being solved again', async () => {
    const { editor, accepted, saved, undoable } = set()
    await editor.tryOut(call('tried'))
    await editor.edit('Call it tried', call('tried'))
    expect([accepted, saved, undoable()]).toEqual([['tried'], ['tried'], 'Call it tried'])
  })

  it('are left when the edit after them is refused, or changes nothing, or is an undo', async () => {
    const { editor, saved, solverHas, undoable } = set()
    await editor.tryOut(call('tried'))
    expect(await editor.edit('Call it bad', call('bad'))).toHaveLength(1)
    expect(solverHas()).toBe(walkingBeam.name)
    await editor.tryOut(call('tried'))
    await editor.edit('Nothing', call(walkingBeam.name))
    expect(solverHas()).toBe(walkingBeam.name)
    await editor.tryOut(call('tried'))
    await editor.undo()
    expect(solverHas()).toBe(walkingBeam.name)
    await editor.tryOut(call('tried'))
    await editor.endTrials()
    expect([solverHas(), saved, undoable()]).toEqual([walkingBeam.name, [], null])
  })

  it('that are refused leave what was seen', async () => {
    const { editor, solverHas } = set()
    await editor.tryOut(call('tried'))
    await editor.tryOut(call('bad'))
    expect(solverHas()).toBe('tried')
  })
})

/** Lets all that can go on go on. */
const settled = () => new Promise((resolve) => setImmediate(resolve))
