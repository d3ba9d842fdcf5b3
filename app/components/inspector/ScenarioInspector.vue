<script setup lang="ts">
/** The run: its length and frame rate, shown while nothing is selected. */
import type { Problem, Quantity, Scenario } from '@ligamen/core'
import QuantityField from './QuantityField.vue'
import { useMechanismStore } from '~/stores/mechanism'

const props = defineProps<{ scenario: Scenario }>()
const mechanism = useMechanismStore()

/** Frames a second that suit screens, films and fine analysis. */
const RATES = [24, 25, 30, 50, 60, 100, 120, 240, 500, 1000]
const rates = computed(() => [...new Set([...RATES, props.scenario.frameRate])].sort((a, b) => a - b))
const fault = ref('')

const alter = (name: string, change: (scenario: Scenario) => void): Promise<readonly Problem[]> =>
  mechanism.edit(name, (draft) => change(draft.scenarios.find((s) => s.id === props.scenario.id)!))

const setLength = (value: Quantity) =>
  alter(`Length of the run ${value}`, (scenario) => {
    scenario.length = value
  })

async function setRate(rate: number) {
  const refused = await alter(`Frame rate ${rate} Hz`, (scenario) => {
    scenario.frameRate = rate
  })
  fault.value = refused.map((problem) => problem.message).join(' ')
}
</script>

<template>
  <h2 class="heading">{{ scenario.name }} <span>scenario</span></h2>
  <QuantityField label="Length" :value="scenario.length" dimension="time" :commit="setLength" />
  <div class="rate">
    <v-select
      label="Frames a second"
      :items="rates"
      :model-value="scenario.frameRate"
      :error-messages="fault"
      @update:model-value="setRate"
    />
  </div>
  <p class="hint muted">
    Pick a body to change its dimensions, or a joint to read its motion and set its motor: in the model, on
    the link map or in the list of joints.
  </p>
</template>

<style scoped>
.rate {
  padding: 5px 14px;
}

.hint {
  margin: 10px 14px;
}
</style>
