<script setup lang="ts">
/** The label of a lane: its name, its value at the playhead, how it is driven, its range. Out of sight it stands still. */
import { useElementVisibility } from '@vueuse/core'
import type { Lane } from '~/composables/useLanes'
import { display } from '~/services/display'
import { useSelectionStore } from '~/stores/selection'

const props = defineProps<{ lane: Lane; reading: (lane: Lane) => string }>()
const selection = useSelectionStore()
const root = useTemplateRef<HTMLElement>('root')
const isSeen = useElementVisibility(root, { initialValue: true })
const value = computed(() => (isSeen.value ? props.reading(props.lane) : ''))

const range = computed(() => {
  const { range: ends, measures } = props.lane
  return ends ? ends.map((end) => display(end, measures, 0)).join(' … ') : ''
})
</script>

<template>
  <component
    :is="lane.joint ? 'button' : 'div'"
    ref="root"
    class="label"
    :class="lane.kind"
    :type="lane.joint ? 'button' : undefined"
    @click="lane.joint && selection.select('joint', lane.joint)"
  >
    <span class="name">{{ lane.name }}</span>
    <span class="value tabular">{{ value }}</span>
    <small class="muted">{{ lane.note }}</small>
    <small class="muted range tabular">{{ range }}</small>
  </component>
</template>

<style scoped>
.label {
  display: grid;
  flex: 1 1 0;
  grid-template-columns: 1fr auto;
  gap: 0 8px;
  align-content: start;
  min-height: 52px;
  padding: 6px 12px;
  overflow: hidden;
  font-size: 12px;
  text-align: left;
  border-bottom: 1px solid rgb(var(--v-theme-line-soft));
}

.label.probe {
  flex-grow: 1.5;
}

.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.value {
  font-weight: 600;
  text-align: right;
}

.range {
  text-align: right;
}
</style>
