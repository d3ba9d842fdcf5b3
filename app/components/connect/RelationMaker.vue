<script setup lang="ts">
/** Making a relation: two joint positions are chosen, and the parts say how the one follows from the other. */
import type { Quantity } from '@ligamen/core'
import EffectLine from './EffectLine.vue'
import QuantityField from '~/components/inspector/QuantityField.vue'
import { useRelationMakerStore } from '~/stores/relation-maker'
import { useRunStore } from '~/stores/run'

const maker = useRelationMakerStore()
const run = useRunStore()
const positions = computed(() =>
  (run.report?.channels ?? []).map(({ key, name }) => ({ value: key, title: name })),
)

/** The numbers of a proposal that can be typed over. */
const FIELDS: Readonly<Record<string, { label: string; dimension: 'length' | 'number' }>> = {
  teethA: { label: 'Teeth of the first', dimension: 'number' },
  teethB: { label: 'Teeth of the second', dimension: 'number' },
  diameterA: { label: 'Diameter of the first', dimension: 'length' },
  diameterB: { label: 'Diameter of the second', dimension: 'length' },
  ratio: { label: 'Turns of the first for one of the second', dimension: 'number' },
  diameter: { label: 'Pitch diameter', dimension: 'length' },
  travel: { label: 'Travel for one turn', dimension: 'length' },
  lead: { label: 'Lead', dimension: 'length' },
}
const fields = computed(() => {
  const relation = maker.effect?.relation as Record<string, Quantity> | undefined
  return relation
    ? Object.entries(FIELDS).flatMap(([name, spec]) =>
        relation[name] === undefined ? [] : [{ name, ...spec, value: relation[name] }],
      )
    : []
})
const setField = (name: string, dimension: string) => (value: Quantity) => {
  const number = dimension === 'number' ? Number(value) : value
  maker.typed = { ...maker.typed, [name]: number }
  return Promise.resolve([])
}
</script>

<template>
  <form class="maker" aria-label="New relation" @submit.prevent="maker.make" @keydown.escape="maker.clear">
    <div class="column">
      <v-autocomplete
        v-model="maker.first"
        label="First joint position"
        :items="positions"
        density="compact"
        variant="outlined"
        hide-details
        auto-select-first
        no-data-text="No joint moves yet."
      />
      <v-autocomplete
        v-model="maker.second"
        label="Second joint position"
        :items="positions"
        density="compact"
        variant="outlined"
        hide-details
        auto-select-first
        no-data-text="No joint moves yet."
      />
      <v-btn
        :aria-pressed="maker.reversed"
        :disabled="!maker.effect"
        @click="maker.reversed = !maker.reversed"
      >
        {{ maker.reversed ? 'Runs the other way' : 'Switch direction' }}
      </v-btn>
    </div>
    <div class="column">
      <QuantityField
        v-for="field in fields"
        :key="field.name"
        :label="field.label"
        :value="field.value"
        :dimension="field.dimension"
        :commit="setField(field.name, field.dimension)"
      />
      <p v-if="maker.effect" class="muted">
        {{
          maker.effect.basis
            ? `Proposed from ${maker.effect.basis}.`
            : 'The parts say nothing about a ratio; type one.'
        }}
      </p>
    </div>
    <div class="column">
      <p v-if="!maker.effect && !maker.fault" class="muted">
        Choose two joints whose positions go together: gears, a pinion and a rack, a spindle and its nut,
        pulleys, a cam and its follower. The ratio is proposed from the parts they carry.
      </p>
      <EffectLine
        v-else
        :sentences="maker.effect?.sentences ?? []"
        :holds="maker.effect?.holds ?? false"
        :fault="maker.fault"
      />
      <p v-if="maker.effect?.slip" class="slip">{{ maker.effect.slip }}</p>
      <div>
        <v-btn color="primary" variant="flat" type="submit" :disabled="!maker.effect">
          {{ maker.effect && !maker.effect.holds ? 'Make it suspended' : 'Make relation' }}
        </v-btn>
      </div>
    </div>
  </form>
</template>

<style scoped>
.maker {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 0.9fr) minmax(0, 1.2fr);
  gap: 18px;
  padding: 12px 14px;
}

.column {
  display: flex;
  flex-direction: column;
  gap: 9px;
  align-items: stretch;
  min-width: 0;
}

.column > * {
  flex: none;
}

.column p {
  margin: 0;
}

.column :deep(.field) {
  padding: 0;
}

.slip {
  padding: 6px 9px;
  color: rgb(var(--v-theme-on-attention-soft));
  background: rgb(var(--v-theme-attention-soft));
  border-radius: 6px;
}
</style>
