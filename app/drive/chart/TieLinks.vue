<script setup lang="ts">
/** Ties as dashed links: from the end or start of what something hangs on, to where that starts in its own lane. */
import { useResizeObserver } from '@vueuse/core'
import { startingEntries } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { CUES, useTimingStore } from '~/timing/timing'

const props = defineProps<{
  chart: HTMLElement | null
  /** The row of a lane, by the id of its driver or CUES. */
  row: (lane: string) => HTMLElement | null
}>()
const mechanism = useMechanismStore()
const timing = useTimingStore()
const links = shallowRef<{ key: string; left: string; top: number; height: number }[]>([])

/** Lane of everything that starts. */
const ties = computed(() => {
  const { document, scenario } = mechanism
  if (!document || !scenario) return []
  const entries = startingEntries(document, scenario)
  const laneOf = (pointer: string) => {
    const driver = /^\/drivers\/(\d+)/.exec(pointer)
    return driver ? scenario.drivers[Number(driver[1])]!.id : CUES
  }
  const lanes = new Map(entries.map(({ key, pointer }) => [key, laneOf(pointer)]))
  return entries.flatMap(({ key, after, timed }) => {
    const start = timing.itemOf(key)?.start ?? Number.NaN
    return timed.tie && after !== null && start >= 0
      ? [{ key, from: lanes.get(after)!, to: lanes.get(key)!, start }]
      : []
  })
})

function lay() {
  links.value = ties.value.flatMap(({ key, from, to, start }) => {
    const [one, other] = [props.row(from), props.row(to)]
    const place = timing.place(start)
    if (!one || !other || one === other || place < 0 || place > 100) return []
    const middle = (element: HTMLElement) => element.offsetTop + element.offsetHeight / 2
    const [top, bottom] = [middle(one), middle(other)].sort((a, b) => a - b) as [number, number]
    return [{ key, left: `${place}%`, top, height: bottom - top }]
  })
}
watch([ties, () => timing.stretch, () => timing.open, () => props.chart], () => void nextTick(lay), {
  immediate: true,
})
useResizeObserver(() => props.chart, lay)
</script>

<template>
  <span
    v-for="link in links"
    :key="link.key"
    class="tie"
    aria-hidden="true"
    :class="{ chosen: timing.isChosen(link.key) }"
    :style="{ left: link.left, top: `${link.top}px`, height: `${link.height}px` }"
  />
</template>

<style scoped>
.tie {
  position: absolute;
  width: 0;
  border-left: 1.5px dashed rgb(var(--v-theme-primary));
  opacity: 0.65;
}

.tie.chosen {
  border-color: rgb(var(--v-theme-selected));
  opacity: 1;
}
</style>
