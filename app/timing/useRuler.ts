/** The marks of the ruler over lanes, as many as there is room for. */
import { formatNumber } from '@ligamen/core'
import { ticks, tickSpacing } from './ticks'
import { useTimingStore } from './timing'

/** Room between two marks [px]. */
const TICK_ROOM = 90

/** @param width of the ruler [px] */
export function useRuler(width: Ref<number>) {
  const timing = useTimingStore()
  return computed(() => {
    const [from, to] = timing.stretch
    const wanted = width.value / TICK_ROOM
    const decimals = Math.max(1, -Math.floor(Math.log10(tickSpacing(to - from || 1, wanted))))
    return ticks(to, (wanted * to) / (to - from || 1))
      .filter((time) => time >= from)
      .map((time) => ({ left: `${timing.place(time)}%`, text: `${formatNumber(time, decimals)} s` }))
  })
}
