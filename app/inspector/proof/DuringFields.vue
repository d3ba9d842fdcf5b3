<script setup lang="ts">
/** When a check must hold: the whole run, a stretch, an instant, the end, or every event of a probe. */
import type { Check, CheckedStretch, Problem, Quantity } from '@ligamen/core'
import QuantityField from '~/fields/QuantityField.vue'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlaybackStore } from '~/model/pose/playback'

const props = defineProps<{
  check: Check
  alter: (words: string, change: (check: Check) => void) => Promise<readonly Problem[]>
}>()
const mechanism = useMechanismStore()
const playback = usePlaybackStore()

type Way = 'whole' | 'stretch' | 'instant' | 'end' | 'event'
const WAYS: readonly { value: Way; title: string }[] = [
  { value: 'whole', title: 'the whole run' },
  { value: 'stretch', title: 'a stretch of time' },
  { value: 'instant', title: 'one instant' },
  { value: 'end', title: 'the end' },
  { value: 'event', title: 'every event of a probe' },
]
const EVENTS = ['maximum', 'minimum', 'passing'] as const
const during = computed<CheckedStretch>(() => props.check.during ?? {})
const way = computed<Way>(() => {
  const { at, atEnd, event, from, to } = during.value
  if (at !== undefined) return 'instant'
  if (atEnd) return 'end'
  if (event) return 'event'
  return from === undefined && to === undefined ? 'whole' : 'stretch'
})

const put = (next: CheckedStretch | undefined) =>
  props.alter('when', (check) => {
    if (next) check.during = next
    else delete check.during
  })
const round = (time: number) => `${Number(time.toFixed(3))} s`
function choose(next: Way) {
  const starts: Readonly<Record<Way, CheckedStretch | undefined>> = {
    whole: undefined,
    stretch: { from: '0 s', to: round(playback.end) },
    instant: { at: round(playback.shown) },
    end: { atEnd: true },
    event: { event: 'maximum', of: props.check.probe },
  }
  void put(starts[next])
}
/** Added to what is there when the edit's turn comes: one before it may still be under way. */
const set = (field: 'from' | 'to' | 'at' | 'event' | 'of') => (value: Quantity) =>
  props.alter('when', (check) => {
    check.during = { ...check.during, [field]: value }
  })
const probes = computed(() =>
  (mechanism.document?.probes ?? []).map(({ id, name }) => ({ value: id, title: name })),
)
</script>

<template>
  <div class="field">
    <v-select label="During" :items="WAYS" :model-value="way" @update:model-value="choose" />
  </div>
  <template v-if="way === 'stretch'">
    <QuantityField label="From" :value="during.from ?? '0 s'" dimension="time" :commit="set('from')" />
    <QuantityField label="To" :value="during.to ?? null" dimension="time" :commit="set('to')" />
  </template>
  <QuantityField
    v-if="way === 'instant'"
    label="At"
    :value="during.at!"
    dimension="time"
    :commit="set('at')"
  />
  <template v-if="way === 'event'">
    <div class="field">
      <v-select
        label="At every"
        :items="[...EVENTS]"
        :model-value="during.event"
        @update:model-value="set('event')($event)"
      />
    </div>
    <div class="field">
      <v-select
        label="Of the probe"
        :items="probes"
        :model-value="during.of"
        @update:model-value="set('of')($event)"
      />
    </div>
  </template>
</template>

<style scoped>
.field {
  padding: 5px 14px;
}
</style>
