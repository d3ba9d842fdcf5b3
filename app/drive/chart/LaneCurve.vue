<script setup lang="ts">
/** The curve of one lane over the length of the run, drawn once its lane comes into sight. */
import { useElementVisibility } from '@vueuse/core'
import type { Lane } from '~/drive/chart/useLanes'
import { curvePath, rangeOf } from '~/drive/chart/curves/curve'
import type { Samples } from '~/drive/chart/curves/curve'
import { useTimingStore } from '~/timing/timing'

/** Columns in which a curve is drawn. */
const COLUMNS = 1600

const props = defineProps<{ lane: Lane }>()
const timing = useTimingStore()
const root = useTemplateRef<SVGSVGElement>('root')
const isSeen = useElementVisibility(root)
function drawn(
  samples: Samples | null | undefined,
  ends: readonly [number, number] | null,
  interval: number,
) {
  if (!isSeen.value || !samples || !ends) return ''
  const [from, to] = timing.stretch
  return curvePath(samples, ends, from / interval, to / interval, COLUMNS)
}
const path = computed(() => drawn(props.lane.samples, props.lane.range, props.lane.interval))
const compared = computed(() =>
  drawn(props.lane.compared?.samples, props.lane.range, props.lane.compared?.interval ?? 1),
)
/** On a scale of its own, with zero in the middle of the lane. */
function derivative(samples: Samples | null) {
  const ends = isSeen.value && samples ? rangeOf(samples) : null
  const most = ends ? Math.max(-ends[0], ends[1]) : 0
  return most > 0 ? drawn(samples, [-most, most], props.lane.interval) : ''
}
const speed = computed(() => (timing.laidOver.speed ? derivative(props.lane.rates) : ''))
const acceleration = computed(() =>
  timing.laidOver.acceleration ? derivative(props.lane.accelerations) : '',
)
/** Down to the lowest value, from the last point to the first; none under a curve that is broken. */
const area = computed(() => {
  const ends = /^M([^ M]+) [^M]*L(\S+) \S+$/.exec(path.value)
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
    <path v-if="compared" class="line compared" :d="compared" />
    <path v-if="speed" class="line speed" :d="speed" />
    <path v-if="acceleration" class="line acceleration" :d="acceleration" />
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

.compared {
  color: rgb(var(--v-theme-muted));
  stroke-dasharray: 8 4;
}

.speed {
  color: rgb(var(--v-theme-measured));
  stroke-width: 1.5;
  stroke-dasharray: 6 3;
}

.acceleration {
  color: rgb(var(--v-theme-attention));
  stroke-width: 1.5;
  stroke-dasharray: 2 3;
}

.area {
  fill: currentcolor;
  opacity: 0.11;
}
</style>
