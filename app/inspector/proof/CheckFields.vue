<script setup lang="ts">
/** The fields of a check, as far as its kind takes them. */
import { channelOf, derivativeOf, needsOfCheck, STATISTICS } from '@ligamen/core'
import type { Check, Dimension, Problem, Quantity } from '@ligamen/core'
import DuringFields from './DuringFields.vue'
import QuantityField from '~/fields/QuantityField.vue'
import { useMechanismStore } from '~/model/document/mechanism'
import { useRunStore } from '~/model/run/run'

const props = defineProps<{
  check: Check
  alter: (words: string, change: (check: Check) => void) => Promise<readonly Problem[]>
}>()
const mechanism = useMechanismStore()
const run = useRunStore()
type Field = keyof Check
const takes = (field: Field): boolean => {
  const { fields, optional = [], any = [] } = needsOfCheck(props.check.kind)
  return [...fields, ...optional, ...any].includes(field)
}
const mayBeEmpty = (field: Field): boolean => !needsOfCheck(props.check.kind).fields.includes(field)
const named = <T extends { id: string; name: string }>(entries: readonly T[] = []) =>
  entries.map(({ id, name }) => ({ value: id, title: name }))

const measured = computed((): Dimension => {
  const { kind, probe, reference, derivative = 0, statistic } = props.check
  if (kind === 'clear') return 'length'
  const of = probe ?? mechanism.document?.references?.find(({ id }) => id === reference)?.probe
  const channel = run.take?.probeChannels.find(({ key }) => key === of)
  if (statistic === 'period') return 'time'
  return (channel && derivativeOf(channel.dimension, derivative)) ?? 'number'
})
const ofJoint = (derivative: 1 | 2 | 3): Dimension => {
  const channel = channelOf(run.report?.channels ?? [], props.check)
  return (channel && derivativeOf(channel.dimension, derivative)) ?? 'speed'
}
const QUANTITIES = computed(() =>
  (
    [
      ['lower', 'At least', measured.value],
      ['upper', 'At most', measured.value],
      ['value', 'Reaches', measured.value],
      ['before', 'Before', 'time'],
      ['speed', 'Speed at most', ofJoint(1)],
      ['acceleration', 'Acceleration at most', ofJoint(2)],
      ['jerk', 'Jerk at most', ofJoint(3)],
      ['tolerance', 'Within', measured.value],
    ] as const
  ).filter(([field]) => takes(field)),
)

const set = (field: Field, value: unknown) =>
  props.alter(field, (check) => {
    if (value === '' || value === null || value === undefined) Reflect.deleteProperty(check, field)
    else Object.assign(check, { [field]: value })
  })
const commit = (field: Field) => (value: Quantity) => set(field, value)
const clear = (field: Field) => () => set(field, undefined)
const DERIVATIVES = [
  { value: 0, title: 'its value' },
  { value: 1, title: 'its rate' },
  { value: 2, title: 'its second derivative' },
]
const DIRECTIONS = [
  { value: '', title: 'either way' },
  { value: 'rising', title: 'rising' },
  { value: 'falling', title: 'falling' },
]
const WORDS = { rms: 'RMS', range: 'range' } as Partial<Record<(typeof STATISTICS)[number], string>>
const statistics = STATISTICS.map((value) => ({ value, title: WORDS[value] ?? value }))
const setCount = (value: Quantity) => {
  const number = Number(value)
  return Number.isInteger(number) && number >= 0
    ? set('count', number)
    : Promise.resolve([{ code: 'count', message: `“${String(value)}” is not a whole number such as 1.` }])
}
const SIDES = [
  ['body', 'Body or group'],
  ['other', 'Stays clear of'],
] as const
const bodies = computed(() => [
  { value: '', title: 'everything' },
  ...named(mechanism.document?.groups),
  ...named(mechanism.document?.bodies),
])
const joints = computed(() =>
  props.check.kind === 'limits'
    ? [{ value: '', title: 'all joints' }, ...named(mechanism.document?.joints)]
    : named(mechanism.document?.joints),
)
</script>

<template>
  <div v-if="takes('probe')" class="field">
    <v-autocomplete
      label="Probe"
      :items="named(mechanism.document?.probes)"
      :model-value="check.probe"
      auto-select-first
      @update:model-value="$event && set('probe', $event)"
    />
  </div>
  <div v-if="takes('reference')" class="field">
    <v-select
      label="Reference curve"
      :items="named(mechanism.document?.references)"
      :model-value="check.reference"
      @update:model-value="set('reference', $event)"
    />
  </div>
  <div v-if="takes('joint')" class="field">
    <v-autocomplete
      label="Joint"
      :items="joints"
      :model-value="check.joint ?? (check.kind === 'limits' ? '' : undefined)"
      auto-select-first
      @update:model-value="set('joint', $event)"
    />
  </div>
  <template v-if="takes('other')">
    <div v-for="[side, label] in SIDES" :key="side" class="field">
      <v-autocomplete
        :label="label"
        :items="bodies"
        :model-value="check[side] ?? ''"
        auto-select-first
        @update:model-value="set(side, $event)"
      />
    </div>
  </template>
  <div v-if="takes('statistic')" class="field">
    <v-select
      label="Looked at is the"
      :items="statistics"
      :model-value="check.statistic"
      @update:model-value="set('statistic', $event)"
    />
  </div>
  <div v-if="takes('derivative')" class="field">
    <v-select
      label="Checked is"
      :items="DERIVATIVES"
      :model-value="check.derivative ?? 0"
      @update:model-value="set('derivative', $event === 0 ? undefined : $event)"
    />
  </div>
  <QuantityField
    v-for="[field, label, dimension] in QUANTITIES"
    :key="field"
    :label="label"
    :value="check[field] ?? null"
    :dimension="dimension"
    :commit="commit(field)"
    :clear="mayBeEmpty(field) ? clear(field) : undefined"
  />
  <QuantityField
    v-if="takes('count')"
    label="Free motions"
    :value="String(check.count ?? 0)"
    dimension="number"
    :commit="setCount"
  />
  <div v-if="takes('direction')" class="field">
    <v-select
      label="Direction"
      :items="DIRECTIONS"
      :model-value="check.direction ?? ''"
      @update:model-value="set('direction', $event)"
    />
  </div>
  <div v-if="takes('accepted')" class="field">
    <v-autocomplete
      label="Joints that may be redundant"
      multiple
      :items="named(mechanism.document?.joints)"
      :model-value="check.accepted ?? []"
      @update:model-value="set('accepted', $event)"
    />
  </div>
  <DuringFields v-if="takes('during')" :check="check" :alter="alter" />
</template>

<style scoped>
.field {
  padding: 5px 14px;
}
</style>
