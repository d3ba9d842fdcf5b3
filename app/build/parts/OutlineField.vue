<script setup lang="ts">
/** The points of an outline: drawn on a small sheet of squared paper, or typed as “x, y” line by line. */
import { parseQuantity } from '@ligamen/core'
import type { Quantity } from '@ligamen/core'

const props = defineProps<{ points: readonly (readonly [Quantity, Quantity])[] }>()
const emit = defineEmits<{ change: [points: [Quantity, Quantity][]] }>()

const SHEET = 150
const asMillimetres = (value: Quantity): number => {
  const read = parseQuantity(value, 'length')
  return read.ok ? read.value * 1000 : 0
}
const numbers = computed(() => props.points.map(([x, y]) => [asMillimetres(x), asMillimetres(y)] as const))
const reach = computed(() => Math.max(10, ...numbers.value.flat().map(Math.abs)) * 1.25)
const scale = computed(() => SHEET / 2 / reach.value)
const drawn = computed(() =>
  numbers.value.map(([x, y]) => [SHEET / 2 + x * scale.value, SHEET / 2 - y * scale.value] as const),
)
const grid = computed(() => 10 ** Math.floor(Math.log10(reach.value)))

const text = ref('')
const fault = ref('')
watch(
  () => props.points,
  (points) => (text.value = points.map(([x, y]) => `${x}, ${y}`).join('\n')),
  { immediate: true },
)

function submit() {
  const rows = text.value.split('\n').filter((line) => line.trim() !== '')
  const points = rows.map((line) => line.split(/[,;\t]/).map((cell) => cell.trim()))
  const bad = points.findIndex(
    (cells) => cells.length !== 2 || cells.some((cell) => !parseQuantity(cell, 'length').ok),
  )
  if (bad >= 0) fault.value = `Line ${bad + 1} has to be two lengths, as in “20 mm, 5 mm”.`
  else if (points.length < 3) fault.value = 'An outline needs three points or more.'
  else {
    fault.value = ''
    emit(
      'change',
      points.map(([x, y]) => [withUnit(x!), withUnit(y!)]),
    )
  }
}

const withUnit = (cell: string): Quantity => (/^[-+\d.]+$/.test(cell) ? `${cell} mm` : cell)

let held = -1
function place(event: PointerEvent): [Quantity, Quantity] {
  const box = (event.currentTarget as Element).getBoundingClientRect()
  const step = grid.value / 10
  const snap = (v: number) => `${Number((Math.round(v / step) * step).toFixed(6))} mm`
  return [
    snap((event.clientX - box.left - SHEET / 2) / scale.value),
    snap((SHEET / 2 - (event.clientY - box.top)) / scale.value),
  ]
}

/** Takes hold of a corner, or puts a new one into the nearest side. */
function press(event: PointerEvent) {
  const box = (event.currentTarget as Element).getBoundingClientRect()
  const at = [event.clientX - box.left, event.clientY - box.top] as const
  const away = (p: readonly [number, number]) => Math.hypot(p[0] - at[0], p[1] - at[1])
  held = drawn.value.findIndex((p) => away(p) < 7)
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  if (held >= 0) return
  const sides = drawn.value.map((p, k) => {
    const q = drawn.value[(k + 1) % drawn.value.length]!
    return away(p) + away(q) - Math.hypot(p[0] - q[0], p[1] - q[1])
  })
  held = sides.indexOf(Math.min(...sides)) + 1
  const points = props.points.map(([x, y]): [Quantity, Quantity] => [x, y])
  points.splice(held, 0, place(event))
  emit('change', points)
}

function drag(event: PointerEvent) {
  if (held < 0) return
  emit(
    'change',
    props.points.map(([x, y], k) => (k === held ? place(event) : [x, y])),
  )
}
</script>

<template>
  <div class="outline">
    <svg
      :viewBox="`0 0 ${SHEET} ${SHEET}`"
      :width="SHEET"
      :height="SHEET"
      role="img"
      aria-label="Outline: press to add a corner, drag a corner to move it"
      @pointerdown="press"
      @pointermove="drag"
      @pointerup="held = -1"
    >
      <path class="axes" :d="`M0 ${SHEET / 2}H${SHEET}M${SHEET / 2} 0V${SHEET}`" />
      <polygon :points="drawn.map((p) => p.join(',')).join(' ')" />
      <circle v-for="(p, k) in drawn" :key="k" :cx="p[0]" :cy="p[1]" r="3.5" />
    </svg>
    <v-textarea
      v-model="text"
      label="Points x, y"
      :error-messages="fault"
      rows="5"
      density="compact"
      variant="outlined"
      hide-details="auto"
      spellcheck="false"
      @blur="submit"
    />
  </div>
</template>

<style scoped>
.outline {
  display: grid;
  grid-column: 1 / -1;
  grid-template-columns: 150px minmax(0, 1fr);
  gap: 10px;
  padding: 5px 6px;
}

svg {
  touch-action: none;
  cursor: crosshair;
  background: rgb(var(--v-theme-field));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 6px;
}

.axes {
  fill: none;
  stroke: rgb(var(--v-theme-line));
}

polygon {
  fill: rgb(var(--v-theme-primary-soft));
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 1.5;
}

circle {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 1.5;
}
</style>
