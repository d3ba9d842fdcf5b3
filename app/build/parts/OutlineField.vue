<script setup lang="ts">
/** The outline of a part with its arcs and holes: drawn on a small sheet of squared paper, or typed line by line. */
import { reasons, siOr, writtenOut } from '@ligamen/core'
import type { Quantity } from '@ligamen/core'
import { onStep, stepOf } from './outline-points'
import { drawingText, readDrawing } from './outline-text'
import type { Drawing } from './outline-text'

const props = defineProps<{ drawing: Drawing }>()
const emit = defineEmits<{ change: [drawing: Drawing] }>()

const SHEET = 150
const asMillimetres = (value: Quantity) => 1000 * siOr(value, 'length')
const points = computed(() => props.drawing.outline)
const numbers = computed(() => points.value.map(([x, y]) => [asMillimetres(x), asMillimetres(y)] as const))
const reach = computed(() => Math.max(10, ...numbers.value.flat().map(Math.abs)) * 1.25)
const scale = computed(() => SHEET / 2 / reach.value)
const onSheet = ([x, y]: readonly [number, number]) =>
  [SHEET / 2 + x * scale.value, SHEET / 2 - y * scale.value] as const
const drawn = computed(() => numbers.value.map(onSheet))
/** With its arcs. */
const shape = computed(() => {
  const bulges = points.value.map((_, k) => props.drawing.arcs?.find(({ from }) => from === k)?.bulge ?? 0)
  const flat = writtenOut(numbers.value.flat(), bulges, corners.value, 48)
  return Array.from({ length: flat.length / 2 }, (_, k) =>
    onSheet([flat[2 * k]!, flat[2 * k + 1]!]).join(','),
  ).join(' ')
})
/** Those that are treated in their own way; the others are drawn sharp. */
const corners = computed(() =>
  points.value.map((_, k) => {
    const own = props.drawing.corners?.find(({ at }) => at === k)
    return {
      size: asMillimetres(own?.size ?? 0),
      style: own?.chamfer ? ('chamfer' as const) : ('round' as const),
    }
  }),
)
const holes = computed(() =>
  (props.drawing.holes ?? []).map(({ x, y, toX, toY, diameter }) => ({
    from: onSheet([asMillimetres(x), asMillimetres(y)]),
    to: onSheet([asMillimetres(toX ?? x), asMillimetres(toY ?? y)]),
    width: asMillimetres(diameter) * scale.value,
  })),
)

const text = ref('')
const fault = ref('')
watch(
  () => props.drawing,
  (drawing) => {
    text.value = drawingText(drawing)
    fault.value = ''
  },
  { immediate: true },
)

function submit() {
  if (text.value === drawingText(props.drawing)) {
    fault.value = ''
    return
  }
  const read = readDrawing(text.value)
  fault.value = read.ok ? '' : reasons(read.problems)
  if (read.ok) emit('change', read.value)
}
const change = (changed: Partial<Drawing>) => emit('change', { ...props.drawing, ...changed })

let held = -1
function place(event: PointerEvent): [Quantity, Quantity] {
  const box = (event.currentTarget as Element).getBoundingClientRect()
  const step = stepOf(points.value)
  return [
    onStep((event.clientX - box.left - SHEET / 2) / scale.value, step),
    onStep((SHEET / 2 - (event.clientY - box.top)) / scale.value, step),
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
  const outline = points.value.map(([x, y]): [Quantity, Quantity] => [x, y])
  outline.splice(held, 0, place(event))
  // the sides behind the new point are one further on; the side that it divides becomes straight
  const arcs = (props.drawing.arcs ?? [])
    .filter(({ from }) => from !== held - 1)
    .map(({ from, bulge }) => ({ from: from >= held ? from + 1 : from, bulge }))
  const corners = props.drawing.corners?.map((one) => (one.at >= held ? { ...one, at: one.at + 1 } : one))
  change({ outline, ...(props.drawing.arcs && { arcs }), ...(corners && { corners }) })
}

function drag(event: PointerEvent) {
  if (held < 0) return
  change({ outline: points.value.map(([x, y], k) => (k === held ? place(event) : [x, y])) })
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
      <polygon :points="shape" />
      <line
        v-for="(hole, k) in holes"
        :key="`hole ${k}`"
        class="hole"
        :x1="hole.from[0]"
        :y1="hole.from[1]"
        :x2="hole.to[0] + 0.01"
        :y2="hole.to[1]"
        :stroke-width="hole.width"
      />
      <circle v-for="(p, k) in drawn" :key="k" :cx="p[0]" :cy="p[1]" r="3.5" />
    </svg>
    <v-textarea
      v-model="text"
      label="Outline, a line for each point"
      :error-messages="fault"
      rows="5"
      hint="20 mm, 5 mm · 20 mm, 5 mm, round 4 mm (or chamfer) · 20 mm, 5 mm, arc 0.4 · …, arc through 30 mm, 9 mm · hole x, y, Ø · slot x, y, x, y, width"
      persistent-hint
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

.hole {
  stroke: rgb(var(--v-theme-field));
  stroke-linecap: round;
}

circle {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 1.5;
}
</style>
