/** Blocks of the lanes are dragged in time, or longer and shorter by their end; they snap to what is there and tie to it. */
import { inSeconds, reasons } from '@ligamen/core'
import type { MechanismDocument, Timed } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { useTimingStore } from '~/timing/timing'
import { useSnapping } from '~/timing/useSnapping'
import type { Snapped } from '~/timing/useSnapping'

/** Less than this is a press, and no drag [px]. */
const STILL = 4
/** The shortest that a block can be dragged to [s]. */
const SHORTEST = 0.05

interface Held {
  readonly key: string
  readonly name: string
  readonly start: number
  readonly end: number | null
  /** Whether its end is dragged. */
  readonly isEnd: boolean
}

export function useBlockDrag(axis: Ref<HTMLElement | null>) {
  const mechanism = useMechanismStore()
  const timing = useTimingStore()
  const { snap } = useSnapping()
  const fault = ref('')
  /** Where the block would be. */
  const drag = shallowRef<{ key: string; start: number; end: number | null; tie: Snapped['tie'] } | null>(
    null,
  )
  let held: (Held & { from: number; length: number }) | null = null

  function hold(event: PointerEvent, block: Held & { end: number | null }, atEnd: number | null) {
    if (event.button !== 0) return
    ;(event.currentTarget as HTMLElement).closest('button')!.setPointerCapture(event.pointerId)
    const item = timing.itemOf(block.key)
    held = {
      ...block,
      isEnd: atEnd !== null,
      from: event.clientX,
      length: item ? item.end - item.start : 0,
    }
  }

  function pull(event: PointerEvent) {
    const { value: element } = axis
    if (!held || !element) return
    const by = event.clientX - held.from
    if (!drag.value && Math.abs(by) < STILL) return
    const { width } = element.getBoundingClientRect()
    const [from, to] = timing.stretch
    const shift = (by / width) * (to - from)
    const { key, start, length, isEnd } = held
    if (isEnd) {
      const { time } = snap(start + length + shift, width, [key])
      drag.value = { key, start, end: Math.max(start + SHORTEST, time), tie: null }
    } else {
      const { time, tie } = snap(Math.max(0, start + shift), width, [key])
      drag.value = { key, start: time, end: null, tie }
    }
  }

  /** @param find the block in a draft */
  async function drop(find: (draft: MechanismDocument) => Timed & { duration?: unknown }) {
    const [block, there] = [held, drag.value]
    held = null
    if (!block || !there) {
      drag.value = null
      return
    }
    const words =
      there.end === null ? `at ${inSeconds(there.start)}` : `lasts ${inSeconds(there.end - there.start)}`
    const refused = await mechanism.edit(`${block.name}: ${words}`, (draft) => {
      const own = find(draft)
      if (there.end !== null) {
        own.duration = inSeconds(there.end - there.start)
        return
      }
      delete own.start
      delete own.tie
      if (there.tie) own.tie = there.tie
      else own.start = inSeconds(there.start)
    })
    fault.value = reasons(refused)
    drag.value = null
  }

  return {
    fault,
    drag,
    hold,
    pull,
    drop,
    cancel: () => {
      held = null
      drag.value = null
    },
  }
}
