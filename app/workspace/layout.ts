/** How the workspace is divided: sizes of the panes in percent, which are open, and what is in the middle. Kept in the browser. */
import { useLocalStorage } from '@vueuse/core'

/** What takes the middle instead of the model. */
export type Middle = 'model' | 'map' | 'chart'
export type PaneName = 'left' | 'right' | 'bottom'

const USUAL = {
  left: 21.8,
  right: 23.2,
  bottom: 37,
  /** The bottom while a table is open in it. */
  tall: 50,
  open: { left: true, right: true, bottom: true },
}

/** Sizes of panes as the splitter gives them. */
export interface Resized {
  /** Of the splitter; left out when panes came or went. */
  readonly index?: number
  readonly panes: readonly { readonly size: number }[]
}

export const useLayoutStore = defineStore('layout', () => {
  const kept = useLocalStorage('ligamen-layout', structuredClone(USUAL), { mergeDefaults: true })
  const middle = ref<Middle>('model')

  return {
    kept,
    middle,
    toggle: (pane: PaneName) => {
      kept.value.open[pane] = !kept.value.open[pane]
    },
    show: (what: Middle) => {
      middle.value = middle.value === what ? 'model' : what
    },
    /** The columns were resized: left, middle and right, as far as they are open. */
    columns({ index, panes }: Resized) {
      if (index === undefined) return
      const { open } = kept.value
      if (open.left) kept.value.left = panes[0]!.size
      if (open.right) kept.value.right = panes.at(-1)!.size
    },
    /** The rows were resized; @param isTall whether a table is open at the bottom */
    rows({ index, panes }: Resized, isTall: boolean) {
      if (index !== undefined && panes.length > 1) kept.value[isTall ? 'tall' : 'bottom'] = panes[1]!.size
    },
    reset() {
      kept.value = structuredClone(USUAL)
      middle.value = 'model'
    },
  }
})
