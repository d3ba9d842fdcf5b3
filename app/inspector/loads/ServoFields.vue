<script setup lang="ts">
/** Whether a driver prescribes its joint exactly, or pulls to its course with a stiffness, a damping and a largest effort. */
import { dimensionsAlong } from '@ligamen/core'
import type { AnyDriver, Problem, Quantity } from '@ligamen/core'
import QuantityField from '~/fields/QuantityField.vue'
import { useScenarioEdits } from '~/timing/useScenarioEdits'

const props = defineProps<{ name: string; driver: AnyDriver; turns: boolean }>()
const edits = useScenarioEdits()

type Servo = { stiffness: Quantity; damping?: Quantity; most?: Quantity }
const servo = computed(() => (props.driver as { servo?: Servo }).servo)
const along = computed(() => dimensionsAlong({ dimension: props.turns ? 'angle' : 'length' }))
const WAYS = [
  { value: false, title: 'exactly' },
  { value: true, title: 'by pulling' },
]

const alter = (words: string, change: (driver: { servo?: Servo }) => void): Promise<readonly Problem[]> =>
  edits.alterDriver(`${props.name}: ${words}`, props.driver.id, (d) => change(d as { servo?: Servo }))
const choose = (pulls: boolean) =>
  alter(pulls ? 'pulls to its course' : 'follows its course exactly', (driver) => {
    if (pulls)
      driver.servo = props.turns
        ? { stiffness: '20 N m/rad', damping: '0.5 N m s/rad' }
        : { stiffness: '20 N/mm', damping: '200 N s/m' }
    else delete driver.servo
  })
const set = (field: keyof Servo, words: string) => (value: Quantity) =>
  alter(`${words} ${value}`, (driver) => {
    driver.servo![field] = value
  })
const clear = (field: 'damping' | 'most', words: string) => () =>
  alter(`no ${words}`, (driver) => {
    Reflect.deleteProperty(driver.servo!, field)
  })
</script>

<template>
  <div class="line">
    <v-select
      label="Follows its course"
      :items="WAYS"
      :model-value="servo !== undefined"
      @update:model-value="choose"
    />
  </div>
  <template v-if="servo">
    <QuantityField
      label="Stiffness of the servo"
      :value="servo.stiffness"
      :dimension="along.stiffness"
      :commit="set('stiffness', 'stiffness')"
    />
    <QuantityField
      label="Damping of the servo"
      :value="servo.damping ?? null"
      :dimension="along.damping"
      :commit="set('damping', 'damping')"
      :clear="clear('damping', 'damping')"
    />
    <QuantityField
      label="Largest effort (empty: any)"
      :value="servo.most ?? null"
      :dimension="along.effort"
      :commit="set('most', 'largest effort')"
      :clear="clear('most', 'largest effort')"
    />
  </template>
</template>

<style scoped>
.line {
  padding: 5px 14px;
}
</style>
