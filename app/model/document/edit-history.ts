/** Undo and redo: the accepted edits of this session as RFC 6902 patches with their names. */
import type { Operation } from 'fast-json-patch'

export interface Edit {
  /** What people read behind “Undo”. */
  readonly name: string
  readonly forward: Operation[]
  readonly backward: Operation[]
}

export interface EditHistory {
  readonly edits: readonly Edit[]
  /** How many of them are done; those after can be redone. */
  readonly done: number
}

export const NO_EDITS: EditHistory = { edits: [], done: 0 }

export const undoable = ({ edits, done }: EditHistory): Edit | null => edits[done - 1] ?? null
export const redoable = ({ edits, done }: EditHistory): Edit | null => edits[done] ?? null

/** A new edit ends what could be redone. */
export const recorded = ({ edits, done }: EditHistory, edit: Edit): EditHistory => ({
  edits: [...edits.slice(0, done), edit],
  done: done + 1,
})

export const undone = ({ edits, done }: EditHistory): EditHistory => ({ edits, done: done - 1 })
export const redone = ({ edits, done }: EditHistory): EditHistory => ({ edits, done: done + 1 })
