<script setup lang="ts">
/** One joint position: what the joint does, its name, its value; the selected one can be put elsewhere. Out of sight it stays still while playing. */
import { useElementVisibility } from '@vueuse/core'
import PositionField from './PositionField.vue'
import StateTag from '~/fields/StateTag.vue'
import type { Reading } from '~/model/pose/useReadings'
import { display } from '~/fields/display'
import { usePlaybackStore } from '~/model/pose/playback'
import { useSelectionStore } from '~/model/screen/selection'

const props = defineProps<{ reading: Reading }>()
const selection = useSelectionStore()
const playback = usePlaybackStore()
const row = useTemplateRef<HTMLElement>('row')
const isSeen = useElementVisibility(row, { initialValue: true })
const value = computed<string>((before) =>
  isSeen.value || !playback.playing || before === undefined
    ? display(props.reading.value, props.reading.channel.dimension, 0)
    : before,
)
// what is selected elsewhere comes into sight
watch(
  () => selection.is('joint', props.reading.joint),
  (isSelected) => isSelected && row.value?.scrollIntoView({ block: 'nearest' }),
  { flush: 'post' },
)
</script>

<template>
  <button
    ref="row"
    type="button"
    :class="{ selected: selection.is('joint', reading.joint) }"
    :aria-pressed="selection.is('joint', reading.joint)"
    @click="selection.select('joint', reading.joint)"
  >
    <StateTag :state="reading.state" />
    <span class="name">{{ reading.channel.name }}</span>
    <span class="value tabular">{{ value }}</span>
  </button>
  <PositionField v-if="selection.is('joint', reading.joint)" :reading="reading" />
</template>

<style scoped>
button {
  display: flex;
  gap: 8px;
  align-items: center;
  width: 100%;
  padding: 5px 14px;
  text-align: left;
}

button:hover {
  background: rgb(var(--v-theme-line-soft));
}

button.selected {
  color: rgb(var(--v-theme-on-selected-soft));
  background: rgb(var(--v-theme-selected-soft));
}

.name {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.value {
  margin-left: auto;
  white-space: nowrap;
}
</style>
