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
const value = computed<string>((before) =>
  isSeen.value || before === undefined ? props.reading(props.lane) : before,
)

const range = computed(() => {
  const { range: ends, measures } = props.lane
  if (!ends) return ''
  const [low, high] = ends.map((end) => display(end, measures, 0))
  // the unit once
  return `${low!.replace(/[^−\d.]+$/, '')} … ${high}`
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
    <span class="row">
      <span class="name">{{ lane.name }}</span>
      <span class="value tabular">{{ value }}</span>
    </span>
    <small class="row muted">
      <span class="name">{{ lane.note }}</span>
      <span class="tabular">{{ range }}</span>
    </small>
  </component>
</template>

<style scoped>
.label {
  display: flex;
  flex: 1 1 0;
  flex-direction: column;
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

.row {
  display: flex;
  gap: 8px;
  justify-content: space-between;
  white-space: nowrap;
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
</style>
