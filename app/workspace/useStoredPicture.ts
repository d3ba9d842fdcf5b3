/** Keeps the picture on the start page: stored a moment after the mechanism was saved with a motion on screen. */
import { api } from '~/model/document/api'
import { useRunStore } from '~/model/run/run'
import { useSavingStore } from '~/model/document/saving'

const WIDTH = 480
const HEIGHT = 300
/** Wait after a save, so that a burst of edits makes one picture [ms]. */
const REST = 1500

export function useStoredPicture(
  id: string,
  picture: (width: number, height: number) => Promise<Blob | null>,
) {
  const saving = useSavingStore()
  const run = useRunStore()
  let timer: ReturnType<typeof setTimeout> | undefined

  watch(
    [() => saving.savedAt, () => run.take],
    () => {
      clearTimeout(timer)
      if (saving.state !== 'saved' || !run.take) return
      timer = setTimeout(async () => {
        // the state may have changed while resting
        const image = saving.state === 'saved' && run.take ? await picture(WIDTH, HEIGHT) : null
        if (image) await api.setPicture(id, image)
      }, REST)
    },
    { immediate: true },
  )
  onBeforeUnmount(() => clearTimeout(timer))
}
