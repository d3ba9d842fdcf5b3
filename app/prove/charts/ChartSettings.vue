<script setup lang="ts">
/** What a chart shows: its name, its curves with derivative and side, what lies along it, its units. */
import { mdiDeleteOutline } from '@mdi/js'
import type { Chart } from '@ligamen/core'
import IconButton from '~/fields/IconButton.vue'
import NameField from '~/fields/NameField.vue'
import FaultLine from '~/fields/FaultLine.vue'
import { useMechanismStore } from '~/model/document/mechanism'
import { useChartEdits } from './useChartEdits'
import { useSeries } from './useSeries'

const props = defineProps<{ chart: Chart }>()
const mechanism = useMechanismStore()
const edits = useChartEdits()
const { fault } = edits
const { units } = useSeries(() => props.chart)

const probes = computed(() =>
  (mechanism.document?.probes ?? []).map(({ id, name }) => ({ value: id, title: name })),
)
const along = computed(() => [{ value: null as string | null, title: 'time' }, ...probes.value])
const DERIVATIVES = [
  { value: 0, title: 'value' },
  { value: 1, title: 'rate' },
  { value: 2, title: 'second derivative' },
]
const SIDES = [
  { value: 'left', title: 'left axis' },
  { value: 'right', title: 'right axis' },
]
const setDerivative = (k: number, value: 0 | 1 | 2) => edits.setCurve(props.chart, k, { derivative: value })
const setSide = (k: number, axis: 'left' | 'right') => edits.setCurve(props.chart, k, { axis })
const sides = ['left', 'right'] as const
</script>

<template>
  <div class="settings" role="group" :aria-label="`Settings of chart ${chart.name}`">
    <NameField label="Name" :value="chart.name" @commit="edits.rename(chart, $event)" />
    <v-autocomplete
      label="Add a probe"
      :items="probes"
      :model-value="null"
      auto-select-first
      no-data-text="Make a probe first."
      @update:model-value="$event && edits.addCurve(chart, $event)"
    />
    <div
      v-for="(curve, k) in chart.curves"
      :key="k"
      class="curve"
      role="group"
      :aria-label="mechanism.nameOf(curve.probe)"
    >
      <span class="title">{{ mechanism.nameOf(curve.probe) }}</span>
      <v-select
        label="Shows"
        :items="DERIVATIVES"
        :model-value="curve.derivative ?? 0"
        @update:model-value="setDerivative(k, $event as 0 | 1 | 2)"
      />
      <v-select
        label="On the"
        :items="SIDES"
        :model-value="curve.axis ?? 'left'"
        @update:model-value="setSide(k, $event as 'left' | 'right')"
      />
      <IconButton
        :icon="mdiDeleteOutline"
        size="small"
        :name="`Hide ${mechanism.nameOf(curve.probe)}`"
        title="Take it off the chart"
        @click="edits.removeCurve(chart, k)"
      />
    </div>
    <v-select
      label="Along it lies"
      :items="along"
      :model-value="chart.over ?? null"
      @update:model-value="edits.setOver(chart, $event)"
    />
    <template v-for="side in sides" :key="side">
      <v-select
        v-if="units[side] && units[side]!.choices.length > 1"
        :label="`Unit of the ${side} axis`"
        :items="[...units[side]!.choices]"
        :model-value="chart[`${side}Unit`] ?? units[side]!.choices[0]"
        @update:model-value="edits.setUnit(chart, side, $event)"
      />
    </template>
    <FaultLine :text="fault" />
    <v-btn @click="edits.remove(chart)">Delete chart</v-btn>
  </div>
</template>

<style scoped>
.settings {
  display: grid;
  gap: 8px;
  width: 460px;
  max-width: 90vw;
  max-height: 60vh;
  padding: 12px;
  overflow-y: auto;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 8px;
}

.curve {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 130px 110px 32px;
  gap: 6px;
  align-items: center;
}

.title {
  overflow: hidden;
  text-overflow: ellipsis;
}
</style>
