<script setup lang="ts">
/** A motion programme: where it begins, its steps one below the other, whether it begins anew. */
import { mdiClose, mdiPlus } from '@mdi/js'
import { lawKinds, motionLaw, PROGRAMME_LAW } from '@ligamen/core'
import type { MotionProgramme, Problem, ProgrammeStep, Quantity } from '@ligamen/core'
import IconButton from '../IconButton.vue'
import QuantityField from '../QuantityField.vue'

const props = defineProps<{
  programme: Pick<MotionProgramme, 'begins' | 'level' | 'steps' | 'once'>
  master: 'length' | 'angle'
  follower: 'length' | 'angle'
  /** @param words of what is changed: "step 2" */
  change: (words: string, fields: Partial<MotionProgramme>) => Promise<readonly Problem[]>
}>()
const LAWS = lawKinds.map((value) => ({ value, title: motionLaw(value)!.noun }))

function alterStep(k: number, words: string, step: ProgrammeStep) {
  const steps = props.programme.steps.map((one, i) => (i === k ? step : one))
  return props.change(`step ${k + 1} ${words}`, { steps })
}
function stay(k: number) {
  const { over } = props.programme.steps[k]!
  return alterStep(k, 'stays', { over })
}
function add() {
  const over = props.master === 'angle' ? '30 deg' : '10 mm'
  return props.change('new step', { steps: [...props.programme.steps, { over }] })
}
const remove = (k: number) =>
  props.change(`delete step ${k + 1}`, { steps: props.programme.steps.filter((_, i) => i !== k) })
const set = (field: 'begins' | 'level', words: string) => (value: Quantity) =>
  props.change(`${words} ${value}`, { [field]: value })
</script>

<template>
  <div class="programme" role="group" aria-label="Motion programme">
    <div class="pair">
      <QuantityField
        label="Begins at, of the master"
        :value="programme.begins"
        :dimension="master"
        :commit="set('begins', 'begins at')"
      />
      <QuantityField
        label="Follower there"
        :value="programme.level"
        :dimension="follower"
        :commit="set('level', 'follower there')"
      />
    </div>
    <div
      v-for="(step, k) in programme.steps"
      :key="k"
      class="step"
      role="group"
      :aria-label="`Step ${k + 1}`"
    >
      <QuantityField
        :label="`Over`"
        :value="step.over"
        :dimension="master"
        :commit="(value) => alterStep(k, `over ${value}`, { ...step, over: value })"
      />
      <QuantityField
        label="To (empty: stays)"
        :value="step.to ?? null"
        :dimension="follower"
        :commit="(value) => alterStep(k, `to ${value}`, { ...step, to: value })"
        :clear="() => stay(k)"
      />
      <v-select
        label="Law"
        :items="LAWS"
        :model-value="step.law ?? PROGRAMME_LAW"
        :disabled="step.to === undefined"
        @update:model-value="alterStep(k, `law ${$event}`, { ...step, law: $event })"
      />
      <IconButton
        :icon="mdiClose"
        size="small"
        :name="`Delete step ${k + 1}`"
        title="Delete this step"
        :disabled="programme.steps.length < 2"
        @click="remove(k)"
      />
    </div>
    <div class="ways">
      <v-btn :prepend-icon="mdiPlus" @click="add">Add a step</v-btn>
      <v-checkbox
        :model-value="programme.once !== true"
        label="Begins anew after the last step"
        density="compact"
        hide-details
        @update:model-value="
          change($event ? 'begins anew' : 'runs once', { once: $event ? undefined : true })
        "
      />
    </div>
  </div>
</template>

<style scoped>
.programme {
  display: grid;
  gap: 6px;
  padding: 5px 0;
}

.pair,
.step {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 6px;
  align-items: start;
}

.step {
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) minmax(0, 1.2fr) 28px;
}

.programme :deep(.field) {
  padding: 0;
}

.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
</style>
