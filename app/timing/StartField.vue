<script setup lang="ts">
/** When something of the scenario starts: one choice in words, then its time, its value and its offset. */
import { channelOf, reasons } from '@ligamen/core'
import type { Problem, Quantity, Timed } from '@ligamen/core'
import FaultLine from '~/fields/FaultLine.vue'
import QuantityField from '~/fields/QuantityField.vue'
import { useEntryEdits } from '~/timing/useEntryEdits'
import { choiceOf, choose, isSameStart, startChoices } from '~/timing/starts'
import type { Start } from '~/timing/starts'
import { useMechanismStore } from '~/model/document/mechanism'
import { useRunStore } from '~/model/run/run'

const props = defineProps<{
  name: string
  entry: string
  timed: Timed
  hasTurn: boolean
  /** How its turn is called where it has one. */
  turn?: string
  /** Alters the entry in a draft. */
  alter: (edit: string, change: (timed: Timed) => void) => Promise<readonly Problem[]>
}>()
const mechanism = useMechanismStore()
const run = useRunStore()
const { startOf } = useEntryEdits()
const fault = ref('')

const choices = computed(() =>
  mechanism.document && mechanism.scenario
    ? startChoices(mechanism.document, mechanism.scenario, props.entry, props.turn)
    : [],
)
const choice = computed(() => choiceOf(props.timed, props.hasTurn))
const tied = computed(() => props.timed.tie?.with !== undefined || props.timed.tie?.after !== undefined)
const when = computed(() => props.timed.tie?.when)
const passes = computed(() => {
  const channels = [...(run.report?.channels ?? []), ...(run.take?.probeChannels ?? [])]
  const found = when.value?.probe
    ? channels.find(({ key }) => key === when.value?.probe)
    : channelOf(channels, when.value ?? {})
  return found?.dimension === 'angularSpeed' ? 'angularSpeed' : (found?.dimension ?? 'angle')
})

async function pick(value: Start | null) {
  if (value === null || isSameStart(value, choice.value)) return
  const now = startOf(props.entry)
  const channel =
    value.way === 'joint' && run.report?.channels.find(({ coordinate }) => coordinate?.joint === value.id)
  const passed = channel && channel.dimension === 'length' ? '10 mm' : '10 deg'
  const refused = await props.alter(`${props.name}: other start`, (timed) =>
    choose(timed, value, now, passed),
  )
  fault.value = reasons(refused)
}
const set = (field: string, change: (timed: Timed, value: Quantity) => void) => (value: Quantity) =>
  props.alter(`${props.name}: ${field} ${value}`, (timed) => change(timed, value))
const setStart = set('starts at', (timed, value) => {
  timed.start = value
})
const setOffset = set('offset', (timed, value) => {
  timed.tie!.offset = value
})
const setValue = set('waits for', (timed, value) => {
  timed.tie!.when!.value = value
})
</script>

<template>
  <div class="start">
    <v-autocomplete
      class="choice"
      :label="`Start of ${name}`"
      :items="choices"
      :model-value="choice"
      density="compact"
      variant="outlined"
      hide-details
      auto-select-first
      @update:model-value="pick"
    />
    <QuantityField
      v-if="choice.way === 'at'"
      class="number"
      label="Time"
      :value="timed.start ?? 0"
      dimension="time"
      :commit="setStart"
    />
    <QuantityField
      v-if="when"
      class="number"
      label="Value"
      :value="when.value"
      :dimension="passes"
      :commit="setValue"
    />
    <QuantityField
      v-if="tied || when"
      class="number"
      label="Offset"
      :value="timed.tie?.offset ?? '0 s'"
      dimension="time"
      :commit="setOffset"
    />
    <FaultLine :text="fault" />
  </div>
</template>

<style scoped>
.start {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}

.choice {
  flex: 1 1 150px;
  min-width: 0;
}

.number {
  flex: 0 1 92px;
  padding: 0;
}

.fault {
  flex-basis: 100%;
}
</style>
