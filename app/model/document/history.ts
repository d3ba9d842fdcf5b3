/** Undo and redo: the accepted edits of this session as RFC 6902 patches with their names. */
import type { Operation } from 'fast-json-patch'

export interface Edit {
  /** What people read behind “Undo”. */
  readonly name: string
  readonly forward: Operation[]
  readonly backward: Operation[]
}

export const useHistoryStore = defineStore('history', () => {
  const edits = shallowRef<readonly Edit[]>([])
  const position = ref(0)
  const undoable = computed(() => edits.value[position.value - 1] ?? null)
  const redoable = computed(() => edits.value[position.value] ?? null)
  return {
    undoable,
    redoable,
    record(edit: Edit) {
      edits.value = [...edits.value.slice(0, position.value), edit]
      position.value++
    },
    stepBack: () => {
      position.value--
    },
    stepForward: () => {
      position.value++
    },
    clear() {
      edits.value = []
      position.value = 0
    },
  }
})
