<script setup lang="ts">
/** How a scenario moves: as its drivers prescribe, or freely under gravity and loads. */
import { reasons, STANDARD_GRAVITY } from '@ligamen/core'
import type { Problem, Quantity, Scenario } from '@ligamen/core'
import QuantityField from '~/fields/QuantityField.vue'

const props = defineProps<{
  scenario: Scenario
  alter: (name: string, change: (scenario: Scenario) => void) => Promise<readonly Problem[]>
}>()

const MODES = [
  { value: 'kinematic', title: 'as its drivers prescribe' },
  { value: 'free', title: 'freely, by masses and loads' },
  { value: 'rest', title: 'from rest to rest' },
] as const
const AXES = ['x', 'y', 'z'] as const
const GRAVITIES = [
  { value: 'standard', title: 'standard, against z' },
  { value: 'none', title: 'none' },
  { value: 'typed', title: 'along x, y and z' },
] as const
const fault = ref('')
const pull = computed<(typeof GRAVITIES)[number]['value']>(() =>
  !props.scenario.gravity
    ? 'standard'
    : props.scenario.gravity.every((along) => along === 0)
      ? 'none'
      : 'typed',
)
type Gravity = NonNullable<Scenario['gravity']>
const gravityOf = (scenario: Scenario): Gravity => scenario.gravity ?? [0, 0, -STANDARD_GRAVITY]
const gravity = computed(() => gravityOf(props.scenario))

async function setMode(mode: (typeof MODES)[number]['value']) {
  const { title } = MODES.find(({ value }) => value === mode)!
  const refused = await props.alter(`Moves ${title}`, (scenario) => {
    if (mode === 'kinematic') delete scenario.mode
    else scenario.mode = mode
  })
  fault.value = reasons(refused)
}
async function startAtRest(on: boolean | null) {
  const refused = await props.alter(on ? 'Start at rest' : 'Start where it stands', (scenario) => {
    if (on) scenario.startAtRest = true
    else delete scenario.startAtRest
  })
  fault.value = reasons(refused)
}
async function choosePull(value: (typeof GRAVITIES)[number]['value']) {
  const refused = await props.alter(`Gravity: ${value}`, (scenario) => {
    if (value === 'standard') delete scenario.gravity
    else scenario.gravity = value === 'none' ? [0, 0, 0] : ['0 m/s^2', '0 m/s^2', '-9.81 m/s^2']
  })
  fault.value = reasons(refused)
}
const setGravity = (axis: number) => (value: Quantity) =>
  props.alter(`Gravity along ${AXES[axis]!} ${value}`, (scenario) => {
    scenario.gravity = gravityOf(scenario).map((along, k) => (k === axis ? value : along)) as Gravity
  })
</script>

<template>
  <div class="moves">
    <v-select
      label="Moves"
      :items="MODES"
      :model-value="scenario.mode ?? 'kinematic'"
      :error-messages="fault"
      @update:model-value="setMode"
    />
  </div>
  <div class="moves">
    <v-select label="Gravity" :items="GRAVITIES" :model-value="pull" @update:model-value="choosePull" />
  </div>
  <template v-if="pull === 'typed'">
    <QuantityField
      v-for="(axis, k) in AXES"
      :key="axis"
      :label="`Gravity along ${axis}`"
      :value="gravity[k]!"
      dimension="acceleration"
      :commit="setGravity(k)"
    />
  </template>
  <div class="rest">
    <v-checkbox
      label="Starts where its loads balance"
      :model-value="scenario.startAtRest === true"
      hide-details
      density="compact"
      @update:model-value="startAtRest"
    />
  </div>
  <p v-if="scenario.mode === 'free'" class="hint muted">
    What no driver prescribes starts from a stand and falls, swings or runs as masses, springs and loads have
    it. Bodies get their mass from their parts.
  </p>
  <p v-else-if="scenario.mode === 'rest'" class="hint muted">
    At every instant drivers are where they are then, and everything else is in equilibrium: as slow as can
    be, without speeds.
  </p>
</template>

<style scoped>
.moves {
  padding: 5px 14px;
}

.rest {
  padding: 0 8px;
}

.hint {
  margin: 4px 14px;
}
</style>
