<script setup lang="ts">
/** The points of a table, typed as “position of the first, position of the second” line by line. */
import { parseQuantity, reasons } from '@ligamen/core'
import type { Problem, Quantity } from '@ligamen/core'

const props = defineProps<{
  points: readonly (readonly [Quantity, Quantity])[]
  dimensions: readonly ['length' | 'angle', 'length' | 'angle']
  change: (points: [Quantity, Quantity][]) => Promise<readonly Problem[]>
}>()
const text = ref('')
const fault = ref('')
const UNITS = { length: 'mm', angle: 'deg' }
const written = (points: typeof props.points) => points.map(([a, b]) => `${a}, ${b}`).join('\n')
watch(
  () => props.points,
  (points) => {
    text.value = written(points)
    fault.value = ''
  },
  { immediate: true },
)

/** A bare number is in the usual unit. */
const withUnit = (cell: string, k: 0 | 1): Quantity =>
  /^[-+\d.]+$/.test(cell) ? `${cell} ${UNITS[props.dimensions[k]]}` : cell

async function submit() {
  if (text.value === written(props.points)) {
    fault.value = ''
    return
  }
  const lines = text.value.split('\n').filter((line) => line.trim() !== '')
  const points = lines.map((line) => line.split(/[,;\t]/).map((cell) => cell.trim()))
  const bad = points.findIndex(
    (cells) =>
      cells.length !== 2 ||
      cells.some((cell, k) => !parseQuantity(withUnit(cell, k as 0 | 1), props.dimensions[k as 0 | 1]).ok),
  )
  if (bad >= 0) fault.value = `Line ${bad + 1} has to be two positions, as in “30 deg, 12 mm”.`
  else
    fault.value = reasons(
      await props.change(points.map(([a, b]) => [withUnit(a!, 0), withUnit(b!, 1)] as [Quantity, Quantity])),
    )
}
</script>

<template>
  <v-textarea
    v-model="text"
    label="Points: first, second"
    :error-messages="fault"
    rows="5"
    density="compact"
    variant="outlined"
    hide-details="auto"
    spellcheck="false"
    @blur="submit"
  />
</template>
