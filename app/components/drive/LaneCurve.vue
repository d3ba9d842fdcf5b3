<script setup lang="ts">
/** The curve of one lane over the length of the run, drawn once its lane comes into sight. */
import { useElementVisibility } from '@vueuse/core'
import type { Lane } from '~/composables/useLanes'
import { curvePath } from '~/services/curve'
import { useTimingStore } from '~/stores/timing'

/** Columns in which a curve is drawn. */
const COLUMNS = 1600

const props = defineProps<{ lane: Lane }>()
const timing = useTimingStore()
const root = useTemplateRef<SVGSVGElement>('root')
const isSeen = useElementVisibility(root)
const path = computed(() => {
  const { samples, range, interval } = props.lane
  if (!isSeen.value || !samples || !range) return ''
  const [from, to] = timing.stretch
  return curvePath(samples, range, from / interval, to / interval, COLUMNS)
})
/** Down to the lowest value, from the last point to the first. */
const area = computed(() => {
  const ends = /^M(\S+) .*L(\S+) \S+$/.exec(path.value)
  return ends ? `${path.value}L${ends[2]} 1L${ends[1]} 1Z` : ''
})
</script>

<template>
  <svg
    ref="root"
    role="img"
    :class="lane.kind"
    :aria-label="`Curve of ${lane.name}`"
    :viewBox="`0 0 ${COLUMNS} 1`"
    preserveAspectRatio="none"
  >
    <path v-if="lane.kind === 'driver'" class="area" :d="area" />
    <path class="line" :d="path" />
  </svg>
</template>

<style scoped>
svg {
  position: absolute;
  inset: 6px 0;
  width: 100%;
  height: calc(100% - 12px);
  color: rgb(var(--v-theme-measured));
}

.driver {
  color: rgb(var(--v-theme-primary));
}

.line {
  fill: none;
  stroke: currentcolor;
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}

.area {
  fill: currentcolor;
  opacity: 0.11;
}
</style>
