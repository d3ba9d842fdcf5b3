<script setup lang="ts">
/** What a sine, a constant acceleration or a function of time is given by; what may be left out can be emptied. */
import type { Acceleration, Dimension, FunctionOfTime, Problem, Quantity, Sine } from '@ligamen/core'
import TextCommit from '~/fields/TextCommit.vue'
import QuantityField from '~/fields/QuantityField.vue'
import { useScenarioEdits } from '~/timing/useScenarioEdits'

const props = defineProps<{ name: string; driver: Sine | Acceleration | FunctionOfTime; turns: boolean }>()
const edits = useScenarioEdits()

interface Field {
  readonly key: string
  readonly label: string
  readonly dimension: Dimension
  readonly optional?: boolean
}

const SPAN: readonly Field[] = [
  { key: 'start', label: 'Start (empty: at once)', dimension: 'time', optional: true },
  { key: 'duration', label: 'Duration (empty: to the end)', dimension: 'time', optional: true },
]
const fields = computed<readonly Field[]>(() => {
  const { turns } = props
  if (props.driver.kind === 'function') return SPAN
  return props.driver.kind === 'sine'
    ? [
        { key: 'amplitude', label: 'Amplitude', dimension: turns ? 'angle' : 'length' },
        { key: 'frequency', label: 'Frequency', dimension: 'frequency' },
        { key: 'phase', label: 'Phase (empty: 0°)', dimension: 'angle', optional: true },
        ...SPAN,
      ]
    : [
        { key: 'startSpeed', label: 'Start speed', dimension: turns ? 'angularSpeed' : 'speed' },
        {
          key: 'acceleration',
          label: 'Acceleration',
          dimension: turns ? 'angularAcceleration' : 'acceleration',
        },
        ...SPAN,
      ]
})
const value = (key: string) => (props.driver as unknown as Record<string, Quantity | undefined>)[key] ?? null

const alter = ({ key, label }: Field, value: Quantity | null): Promise<readonly Problem[]> => {
  const what = label.replace(/ \(.*/, '').toLowerCase()
  return edits.alterDriver(
    `${props.name}: ${value === null ? `no ${what}` : `${what} ${value}`}`,
    props.driver.id,
    (d) => {
      const own = d as unknown as Record<string, Quantity>
      if (value === null) Reflect.deleteProperty(own, key)
      else own[key] = value
    },
  )
}

const HEADINGS = {
  sine: 'Sine',
  acceleration: 'Constant acceleration',
  function: 'Function of time',
}
const setPosition = (position: string) =>
  edits.alterDriver(`${props.name}: position ${position}`, props.driver.id, (d) => {
    if (d.kind === 'function') d.position = position
  })
</script>

<template>
  <h3 class="heading">{{ HEADINGS[driver.kind] }}</h3>
  <template v-if="driver.kind === 'function'">
    <TextCommit label="Position" :value="driver.position" :commit="setPosition" />
    <p class="muted note">
      t is the time from its start, with its unit: 30 deg/s * t. Under sin, cos and exp a bare t counts in
      seconds: 20 mm * sin(2*pi*t).
    </p>
  </template>
  <QuantityField
    v-for="field in fields"
    :key="field.key"
    :label="field.label"
    :value="value(field.key)"
    :dimension="field.dimension"
    :commit="(typed) => alter(field, typed)"
    v-bind="field.optional ? { clear: () => alter(field, null) } : {}"
  />
</template>

<style scoped>
.note {
  margin: 0 14px 4px;
  font-size: 12px;
}
</style>
