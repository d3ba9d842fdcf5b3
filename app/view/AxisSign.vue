<script setup lang="ts">
/** The axes of ground as they are seen now; pressing an end looks from there. */
import type { Side } from '~/view/three/viewpoint'
import { axisEnds } from './sides'
import { useSeenStore } from './seen'

const emit = defineEmits<{ look: [side: Side] }>()
const seen = useSeenStore()
const ends = computed(() => axisEnds(seen.axes))
const REACH = 30
</script>

<template>
  <svg class="axes" viewBox="-42 -42 84 84" role="group" aria-label="Axes of ground">
    <g
      v-for="{ side, name, axis, x, y, near } in ends"
      :key="axis"
      role="button"
      tabindex="0"
      :aria-label="`${name} (${axis})`"
      :class="[axis[1]!.toLowerCase(), { far: near < -0.3 }]"
      @click="emit('look', side)"
      @keydown.enter.prevent="emit('look', side)"
      @keydown.space.prevent.stop="emit('look', side)"
    >
      <title>{{ name }}</title>
      <line v-if="axis[0] === '+'" x1="0" y1="0" :x2="REACH * x" :y2="REACH * y" />
      <circle :cx="REACH * x" :cy="REACH * y" :r="axis[0] === '+' ? 8.5 : 5" />
      <text v-if="axis[0] === '+'" :x="REACH * x" :y="REACH * y" dy="3.6">{{ axis[1] }}</text>
    </g>
  </svg>
</template>

<style scoped>
.axes {
  position: absolute;
  right: 8px;
  bottom: 8px;
  width: 84px;
  height: 84px;
}

g {
  cursor: pointer;
}

line {
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 1.5;
}

circle {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 1.5;
}

text {
  font-size: 10px;
  font-weight: 600;
  text-anchor: middle;
  fill: rgb(var(--v-theme-on-surface));
}

g:hover circle {
  fill: rgb(var(--v-theme-line));
}

.far line,
.far circle {
  stroke: rgb(var(--v-theme-muted));
}
</style>
