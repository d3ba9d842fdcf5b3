<script setup lang="ts">
/** Making a relation: of two joint positions the parts say how the one follows from the other; more make a sum. */
import { channelOf, relationType } from '@ligamen/core'
import type { CoordinateName, Quantity } from '@ligamen/core'
import MakerForm from '../MakerForm.vue'
import QuantityField from '~/fields/QuantityField.vue'
import { keep } from '~/fields/keep'
import { useRelationMakerStore } from '~/connect/relations/relation-maker'
import { useRunStore } from '~/model/run/run'

const maker = useRelationMakerStore()
const run = useRunStore()
const positions = computed(() =>
  (run.report?.channels ?? []).map(({ key, name }) => ({ value: key, title: name })),
)

const ORDINALS = ['First', 'Second', 'Third']
const proposedFrom = computed(() => {
  const { basis, relation } = maker.effect!
  if (basis) return `Proposed from ${basis}.`
  return relation.kind === 'sum'
    ? 'What the factors add up to stays as it is now.'
    : 'The parts say nothing about a ratio; type one.'
})

/** The numbers of a proposal that can be typed over. */
const fields = computed(() => {
  const relation = maker.effect?.relation
  if (!relation) return []
  const values = relation as unknown as Record<string, Quantity | undefined>
  return Object.entries(relationType(relation.kind).numbers).flatMap(([name, spec]) =>
    values[name] === undefined ? [] : [{ name, ...spec, value: values[name] }],
  )
})
const terms = computed(() => {
  const relation = maker.effect?.relation
  if (relation?.kind !== 'sum') return []
  const dimension = relation.terms.map(({ joint, freedom }) => channelNamed({ joint, freedom })?.dimension)
  const mixed = new Set(dimension).size > 1
  return relation.terms.map(({ joint, freedom, factor }, k) => {
    const name = channelNamed({ joint, freedom })?.name ?? joint
    // of a kind, the unit does not matter
    const per = mixed ? (dimension[k] === 'angle' ? ', a radian' : ', a metre') : ''
    return { factor, label: `Factor of ${name}${per}` }
  })
})
const channelNamed = (name: CoordinateName) => channelOf(run.report?.channels ?? [], name)
const setFactor = (index: number) =>
  keep((value: Quantity) => {
    const relation = maker.effect?.relation
    if (relation?.kind !== 'sum') return
    const changed = relation.terms.map((term, k) => (k === index ? { ...term, factor: Number(value) } : term))
    maker.typed = { ...maker.typed, terms: changed }
  })
const setField = (name: string, dimension: string) =>
  keep((value: Quantity) => {
    maker.typed = { ...maker.typed, [name]: dimension === 'number' ? Number(value) : value }
  })
</script>

<template>
  <MakerForm noun="relation" :columns="[1, 0.9, 1.2]" :maker="maker">
    <template #picks>
      <v-autocomplete
        v-for="(key, k) in maker.keys"
        :key="k"
        :model-value="key"
        :label="`${ORDINALS[k] ?? `${k + 1}th`} joint position`"
        :items="positions"
        density="compact"
        variant="outlined"
        hide-details
        auto-select-first
        :clearable="k > 1"
        no-data-text="No joint moves yet."
        @update:model-value="maker.choose(k, $event)"
      />
      <v-btn v-if="!maker.keys.includes(null)" @click="maker.add">Add a joint position</v-btn>
      <v-btn
        v-if="terms.length === 0"
        :aria-pressed="maker.reversed"
        :disabled="!maker.effect"
        @click="maker.reversed = !maker.reversed"
      >
        {{ maker.reversed ? 'Runs the other way' : 'Switch direction' }}
      </v-btn>
    </template>
    <template #values>
      <QuantityField
        v-for="field in fields"
        :key="field.name"
        :label="field.label"
        :value="field.value"
        :dimension="field.dimension"
        :commit="setField(field.name, field.dimension)"
      />
      <QuantityField
        v-for="(term, k) in terms"
        :key="term.label"
        :label="term.label"
        :value="term.factor"
        dimension="number"
        :commit="setFactor(k)"
      />
      <p v-if="maker.effect" class="muted">{{ proposedFrom }}</p>
    </template>
    <template #hint>
      Choose two joints whose positions go together: gears, a pinion and a rack, a spindle and its nut,
      pulleys, a cam and its follower. The ratio is proposed from the parts they carry. A third one makes a
      sum, as of a differential and its cage.
    </template>
    <template #warning
      ><p v-if="maker.effect?.slip" class="slip">{{ maker.effect.slip }}</p></template
    >
  </MakerForm>
</template>

<style scoped>
.slip {
  padding: 6px 9px;
  color: rgb(var(--v-theme-on-attention-soft));
  background: rgb(var(--v-theme-attention-soft));
  border-radius: 6px;
}
</style>
