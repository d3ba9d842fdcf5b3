<script setup lang="ts">
/** Numbers written beside the places of the model that they are about; they follow the view. */
import { useOverlaysStore } from './overlays'
import type { Viewport } from './three/viewport'

const props = defineProps<{ view: Viewport | null }>()
const overlays = useOverlaysStore()
/** Counts drawings, since that is when places move on screen. */
const drawn = ref(0)

watch(
  () => props.view,
  (view) => {
    if (view) view.onDrawn = () => overlays.callouts.length > 0 && drawn.value++
  },
  { immediate: true },
)
watch(
  () => overlays.callouts,
  () => drawn.value++,
)

const shown = computed(() => {
  void drawn.value
  const { view } = props
  if (!view) return []
  return overlays.callouts.flatMap((callout) => {
    const [from, to] = [view.sight.onCanvas(callout.from), view.sight.onCanvas(callout.to)]
    const x = (from[0] + to[0]) / 2
    const y = Math.min(from[1], to[1])
    // over the place, inside the view
    const above = y > 70
    // what is beside the eye has no place on the canvas
    if (!Number.isFinite(x) || !Number.isFinite(y)) return []
    return [{ ...callout, from, to, label: [x, above ? y - 44 : y + 44] as const }]
  })
})
</script>

<template>
  <div v-if="shown.length > 0" class="callouts" role="status" aria-label="Values in the view">
    <svg aria-hidden="true">
      <g v-for="({ from, to, label, isBad }, k) in shown" :key="k" :class="{ bad: isBad }">
        <line
          class="lead"
          :x1="label[0]"
          :y1="label[1]"
          :x2="(from[0] + to[0]) / 2"
          :y2="(from[1] + to[1]) / 2"
        />
        <line :x1="from[0]" :y1="from[1]" :x2="to[0]" :y2="to[1]" />
        <circle v-for="([x, y], end) in [from, to]" :key="end" :cx="x" :cy="y" r="4" />
      </g>
    </svg>
    <p
      v-for="({ label, value, words, isBad }, k) in shown"
      :key="k"
      class="label"
      :class="{ bad: isBad }"
      :style="{ left: `${label[0]}px`, top: `${label[1]}px` }"
    >
      <strong class="tabular">{{ value }}</strong> {{ words }}
    </p>
  </div>
</template>

<style scoped>
.callouts,
svg {
  position: absolute;
  inset: 0;
  overflow: hidden;
  pointer-events: none;
}

svg {
  width: 100%;
  height: 100%;
}

line,
circle {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-measured));
  stroke-width: 1.6;
}

.lead {
  stroke-width: 1;
}

.bad line,
.bad circle {
  stroke: rgb(var(--v-theme-error));
}

.label {
  position: absolute;
  max-width: 320px;
  margin: 0;
  padding: 3px 9px;
  font-size: 12px;
  white-space: nowrap;
  background: rgb(var(--v-theme-surface));
  border: 1.5px solid rgb(var(--v-theme-measured));
  border-radius: 5px;
  transform: translate(-50%, -50%);
}

.label.bad {
  border-color: rgb(var(--v-theme-error));
}

.label.bad strong {
  color: rgb(var(--v-theme-error));
}
</style>
