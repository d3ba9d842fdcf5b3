<script setup lang="ts">
/** The shape of a motion law: displacement as a line, speed as an area below it. */
import { motionLaw } from '@ligamen/core'

const POINTS = 32
/** The largest peak of speed over the mean one that the picture has room for. */
const ROOM = 2.2

const props = defineProps<{ law: string }>()
const jets = computed(() => {
  const law = motionLaw(props.law)
  const out = new Float64Array(4)
  return Array.from({ length: POINTS + 1 }, (_, k) => {
    law?.evaluate(k / POINTS, out)
    return { x: k / POINTS, s: out[0]!, v: out[1]! / ROOM }
  })
})
const path = (of: 's' | 'v') =>
  `M${jets.value.map((jet) => `${(40 * jet.x).toFixed(2)} ${(18 - 16 * jet[of]).toFixed(2)}`).join('L')}`
</script>

<template>
  <svg viewBox="0 0 40 20" aria-hidden="true">
    <path class="speed" :d="`${path('v')}L40 18L0 18Z`" />
    <path class="way" :d="path('s')" />
  </svg>
</template>

<style scoped>
svg {
  flex: none;
  width: 40px;
  height: 20px;
}

.way {
  fill: none;
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 1.5;
}

.speed {
  fill: rgb(var(--v-theme-measured));
  opacity: 0.28;
}
</style>
