<script setup lang="ts">
/**
 * A joint position as a knob: the pointer turns it about its middle, arrow keys turn it by steps. Its scale spans the travel
 * of the joint over three quarters of a turn.
 */
import { useMechanismStore } from '~/model/document/mechanism'
import { rangeOf, shareOf, valueAt } from '~/model/pose/position-range'
import type { Reading } from '~/model/pose/useReadings'
import { display } from '~/fields/display'

/** The scale runs from lower left over the top to lower right [deg, clockwise from the top]. */
const SWEEP = 270
const STEPS = 100

const props = defineProps<{ reading: Reading }>()
const emit = defineEmits<{ pull: [value: number] }>()
const mechanism = useMechanismStore()
const root = useTemplateRef<SVGSVGElement>('root')
const range = computed(() => rangeOf(mechanism.document, props.reading.channel))
const share = computed(() => Math.min(1, Math.max(0, shareOf(range.value, props.reading.value))))
const angle = computed(() => SWEEP * (share.value - 0.5))

function point(degrees: number, radius: number): string {
  const turn = (degrees * Math.PI) / 180
  return `${22 + radius * Math.sin(turn)} ${22 - radius * Math.cos(turn)}`
}
const arc = (to: number) =>
  `M${point(-SWEEP / 2, 18)}A18 18 0 ${to + SWEEP / 2 > 180 ? 1 : 0} 1 ${point(to, 18)}`

const give = (to: number) => emit('pull', valueAt(range.value, to))
let held = false
function press(event: PointerEvent) {
  if (event.button !== 0) return
  held = true
  root.value!.setPointerCapture(event.pointerId)
  turn(event)
}
function turn(event: PointerEvent) {
  if (!held) return
  const box = root.value!.getBoundingClientRect()
  const [x, y] = [event.clientX - box.left - box.width / 2, event.clientY - box.top - box.height / 2]
  give((Math.atan2(x, -y) * 180) / Math.PI / SWEEP + 0.5)
}
function step(event: KeyboardEvent, by: number) {
  event.preventDefault()
  give(share.value + by / STEPS)
}
</script>

<template>
  <svg
    ref="root"
    viewBox="0 0 44 44"
    role="slider"
    tabindex="0"
    :aria-label="`Turn ${reading.channel.name}`"
    :aria-valuemin="range.lower"
    :aria-valuemax="range.upper"
    :aria-valuenow="reading.value"
    :aria-valuetext="display(reading.value, reading.channel.dimension, 0)"
    @pointerdown="press"
    @pointermove="turn"
    @pointerup="held = false"
    @pointercancel="held = false"
    @keydown.up="step($event, 1)"
    @keydown.right="step($event, 1)"
    @keydown.down="step($event, -1)"
    @keydown.left="step($event, -1)"
  >
    <path class="scale" :d="arc(SWEEP / 2)" />
    <path class="gone" :d="arc(angle)" />
    <circle cx="22" cy="22" r="12" />
    <path class="hand" :d="`M${point(angle, 4)}L${point(angle, 11)}`" />
  </svg>
</template>

<style scoped>
svg {
  width: 44px;
  height: 44px;
  cursor: grab;
  touch-action: none;
}

path {
  fill: none;
  stroke-width: 3;
  stroke-linecap: round;
}

.scale {
  stroke: rgb(var(--v-theme-line));
}

.gone {
  stroke: rgb(var(--v-theme-primary));
}

circle {
  fill: rgb(var(--v-theme-field));
  stroke: rgb(var(--v-theme-primary));
}

.hand {
  stroke: rgb(var(--v-theme-on-surface));
}
</style>
