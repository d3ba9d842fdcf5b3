<script setup lang="ts">
/** A sketch of a part beside its form: the number in hand is shown by what it would change. */
import type { Part, ShapeType } from '@ligamen/core'
import { changedSketch, sketchOf } from './looked-at'
import { extentOf, pathOf } from './sketch-lines'

const props = defineProps<{
  shape: ShapeType
  part: Omit<Part, 'id' | 'name' | 'colour'>
  /** Name of the dimension in hand; null for none. */
  looked: string | null
}>()
const [WIDTH, HEIGHT, MARGIN] = [168, 118, 8]

const lines = computed(() => sketchOf(props.part))
const changed = computed(() =>
  props.looked === null ? null : changedSketch(props.part, props.shape, props.looked),
)
/** Both are drawn to one scale. */
const place = computed(() => {
  const [left, top, right, bottom] = extentOf([...(lines.value ?? []), ...(changed.value ?? [])])
  const scale = Math.min((WIDTH - 2 * MARGIN) / (right - left), (HEIGHT - 2 * MARGIN) / (bottom - top))
  return ([x, y]: readonly [number, number]) =>
    [WIDTH / 2 + (x - (left + right) / 2) * scale, HEIGHT / 2 + (y - (top + bottom) / 2) * scale] as const
})
const label = computed(() =>
  props.looked === null ? '' : (props.shape.dimensions[props.looked]?.label ?? ''),
)
</script>

<template>
  <figure v-if="lines">
    <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" role="img" aria-label="Sketch of the part">
      <path v-if="changed" class="changed" :d="pathOf(changed, place)" />
      <path class="now" :d="pathOf(lines, place)" />
    </svg>
    <figcaption class="muted">
      {{ label ? `${label}: dashed where it changes` : 'A field shows here what it changes' }}
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  padding: 4px 6px;
}

svg {
  display: block;
  width: 100%;
  max-width: 220px;
  max-height: 130px;
  margin: 0 auto;
}

path {
  fill: none;
  stroke-linecap: round;
}

.now {
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 0.7;
}

.changed {
  stroke: rgb(var(--v-theme-selected));
  stroke-dasharray: 3 2;
  stroke-width: 1;
}

figcaption {
  font-size: 11px;
  text-align: center;
}
</style>
