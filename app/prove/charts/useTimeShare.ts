/** Where times are on the axis of the charts, as shares of its width [%]. */
import { useBoardStore } from './board'

export function useTimeShare() {
  const board = useBoardStore()
  const share = (time: number) => (100 * (time - board.stretch[0])) / (board.stretch[1] - board.stretch[0])
  const within = (time: number) => Math.min(100, Math.max(0, share(time)))
  const isSeen = (start: number, end: number) => end >= board.stretch[0] && start <= board.stretch[1]
  /** The time at a place from the left of the axis. @param left 0 to 1 */
  const timeAt = (left: number) => board.stretch[0] + left * (board.stretch[1] - board.stretch[0])
  return { share, within, isSeen, timeAt }
}
