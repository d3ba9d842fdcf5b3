<script setup lang="ts">
/** A datum on the desk: where it is in ground, each coordinate to be typed; it can be dragged by its mark in the view. */
import { parseQuantity } from '@ligamen/core'
import type { Quantity } from '@ligamen/core'
import PointFields from '~/fields/PointFields.vue'
import { useJointControl } from '~/model/pose/useJointControl'
import { placeOf } from '~/model/pose/shown-poses'
import { typedPosition } from '~/fields/display'
import type { Grip } from '~/desk/desk'
import { usePoseStore } from '~/model/pose/pose'

/** Shown to a thousandth of a millimetre. */
const FINE = 1e6

const props = defineProps<{ grip: Grip }>()
const pose = usePoseStore()
const { reach } = useJointControl()
const place = computed(() =>
  pose.shown ? placeOf(pose.shown, props.grip.body, props.grip.point) : props.grip.point,
)
const text = (value: number) => typedPosition(Math.round(value * FINE) / FINE, 'length')
const set = (axis: number, value: Quantity) => {
  const read = parseQuantity(value, 'length')
  if (!read.ok) return Promise.resolve(read.problems)
  const target = place.value.map((now, k) => (k === axis ? read.value : now))
  return reach(props.grip.body, props.grip.point, target as [number, number, number])
}
</script>

<template>
  <div class="axes" role="group" :aria-label="grip.name">
    <PointFields measured :values="place.map(text)" :commit="set" />
  </div>
</template>

<style scoped>
.axes {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 4px;
}

.axes :deep(.field) {
  padding: 0;
}
</style>
