<script setup lang="ts">
/** The motion as numbers: which bodies and joints, how often, and in which form. */
import { siOr } from '@ligamen/core'
import type { Problem, Quantity } from '@ligamen/core'
import QuantityField from '~/fields/QuantityField.vue'
import { useMechanismStore } from '~/model/document/mechanism'
import { useExchangeStore } from '~/model/files/exchange'
import { shownFormats } from '~/workers/exchange/out/registry'

const mechanism = useMechanismStore()
const exchange = useExchangeStore()
/** All of them while nothing is chosen. */
const bodies = ref<string[]>([])
const joints = ref<string[]>([])
const every = ref<Quantity | null>(null)

const listOf = (all: readonly { id: string; name: string }[] = []) =>
  all.map(({ id, name }) => ({ value: id, title: name }))
const allBodies = computed(() => listOf(mechanism.document?.bodies))
const allJoints = computed(() => listOf(mechanism.document?.joints))
const formats = computed(() => shownFormats.filter(({ kind }) => /^(motion|controller)/.test(kind)))

const setEvery = (value: Quantity | null): Promise<readonly Problem[]> => {
  const isRight = value === null || siOr(value, 'time') > 0
  if (isRight) every.value = value
  return Promise.resolve(
    isRight ? [] : [{ code: 'every', message: 'Give a time above zero, or none for every frame.' }],
  )
}
function write(kind: string) {
  const { scenario } = mechanism
  if (!scenario) return
  const chosen = (some: readonly string[], all: readonly { value: string }[]) =>
    some.length > 0 ? [...some] : all.map(({ value }) => value)
  exchange.write(kind, {
    motion: {
      scenario: scenario.id,
      every: every.value === null ? null : siOr(every.value, 'time'),
      bodies: chosen(bodies.value, allBodies.value),
      joints: chosen(joints.value, allJoints.value),
    },
  })
}
</script>

<template>
  <section aria-label="Motion as numbers">
    <h3 class="heading">Motion as numbers</h3>
    <v-autocomplete v-model="bodies" label="Bodies (all when empty)" :items="allBodies" multiple chips />
    <v-autocomplete v-model="joints" label="Joints (all when empty)" :items="allJoints" multiple chips />
    <QuantityField
      label="Every (each frame when empty)"
      :value="every"
      dimension="time"
      :commit="setEvery"
      :clear="() => setEvery(null)"
    />
    <div class="ways">
      <v-btn
        v-for="{ kind, name, note } in formats"
        :key="kind"
        :title="note"
        :disabled="exchange.busy !== null || !mechanism.scenario"
        @click="write(kind)"
        >{{ name }}</v-btn
      >
    </div>
  </section>
</template>
