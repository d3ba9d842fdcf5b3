<script setup lang="ts">
/** The label of a lane: its name, its value at the playhead, how it is driven, its range. Out of sight it stays still while playing. */
import { useElementVisibility } from '@vueuse/core'
import type { Lane } from '~/drive/chart/useLanes'
import { rangeOf } from '~/drive/chart/curves/curve'
import type { Samples } from '~/drive/chart/curves/curve'
import { display } from '~/fields/display'
import { usePlaybackStore } from '~/model/pose/playback'
import { useSelectionStore } from '~/model/screen/selection'
import { useTimingStore } from '~/timing/timing'

const props = defineProps<{ lane: Lane; reading: (lane: Lane) => string }>()
const emit = defineEmits<{ open: [] }>()
const selection = useSelectionStore()
const playback = usePlaybackStore()
const timing = useTimingStore()
const root = useTemplateRef<HTMLElement>('root')
const isSeen = useElementVisibility(root, { initialValue: true })
const value = computed<string>((before) =>
  isSeen.value || !playback.playing || before === undefined ? props.reading(props.lane) : before,
)

// what is selected elsewhere comes into sight
watch(
  () => props.lane.joint !== null && selection.is('joint', props.lane.joint ?? ''),
  (isSelected) => isSelected && root.value?.scrollIntoView({ block: 'nearest' }),
  { flush: 'post' },
)

/** In a low lane how it is driven is told by its title. */
const isLow = computed(() => timing.low && timing.open !== props.lane.id)

/** Moves have a table below their lane; a motor has its fields in the inspector. */
const hasTable = computed(() => props.lane.driver !== null && 'moves' in props.lane.driver)
function choose() {
  if (props.lane.joint) selection.select('joint', props.lane.joint)
  if (hasTable.value) emit('open')
}

/** The largest speed and acceleration, while these are laid over the curve. */
const peaks = computed(() => {
  const { rates, accelerations, dimension } = props.lane
  const peak = (samples: Samples | null, derivative: 1 | 2) => {
    const ends = isSeen.value && samples ? rangeOf(samples) : null
    return ends ? display(Math.max(-ends[0], ends[1]), dimension, derivative) : ''
  }
  const { speed, acceleration } = timing.laidOver
  const told = [speed ? peak(rates, 1) : '', acceleration ? peak(accelerations, 2) : ''].filter(Boolean)
  return told.length > 0 ? `at most ${told.join(' · ')}` : ''
})

const range = computed(() => {
  const { range: ends, dimension } = props.lane
  if (!ends) return ''
  const [low, high] = ends.map((end) => display(end, dimension, 0))
  // the unit once
  return `${low!.replace(/[^−\d.]+$/, '')} … ${high}`
})
</script>

<template>
  <component
    :is="lane.kind === 'probe' ? 'div' : 'button'"
    ref="root"
    class="label"
    :class="[lane.kind, { low: isLow }]"
    :title="isLow ? `${lane.name} · ${peaks || `${lane.note} · ${range}`}` : undefined"
    :type="lane.kind === 'probe' ? undefined : 'button'"
    :aria-expanded="hasTable ? timing.open === lane.id : undefined"
    @click="choose"
  >
    <span class="row">
      <span class="name">{{ lane.name }}</span>
      <span class="value tabular">{{ value }}</span>
    </span>
    <small v-if="!isLow" class="row muted">
      <span class="name">{{ peaks || lane.note }}</span>
      <span v-if="!peaks" class="tabular">{{ range }}</span>
    </small>
  </component>
</template>

<style scoped>
.label {
  display: flex;
  flex: 1 1 0;
  flex-direction: column;
  padding: 6px 12px;
  overflow: hidden;
  font-size: 12px;
  text-align: left;
  border-right: 1px solid rgb(var(--v-theme-line));
  border-bottom: 1px solid rgb(var(--v-theme-line-soft));
}

.low {
  padding-block: 1px;
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
