<script setup lang="ts">
/** A joint position as a slider over its travel. */
import { useMechanismStore } from '~/model/document/mechanism'
import { rangeOf } from '~/model/pose/position-range'
import type { Reading } from '~/model/pose/useReadings'

const props = defineProps<{ reading: Reading }>()
const emit = defineEmits<{ pull: [value: number] }>()
const mechanism = useMechanismStore()
const range = computed(() => rangeOf(mechanism.document, props.reading.channel))
</script>

<template>
  <input
    type="range"
    :aria-label="`Slide ${reading.channel.name}`"
    :min="range.lower"
    :max="range.upper"
    :step="(range.upper - range.lower) / 400"
    :value="reading.value"
    @input="emit('pull', Number(($event.target as HTMLInputElement).value))"
  />
</template>

<style scoped>
input {
  width: 100%;
  accent-color: rgb(var(--v-theme-primary));
}
</style>
