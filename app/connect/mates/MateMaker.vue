<script setup lang="ts">
/** Making a mate between points, axes, planes and round surfaces. */
import { MATE_KINDS } from '@ligamen/core'
import type { Quantity } from '@ligamen/core'
import DatumField from '../../fields/DatumField.vue'
import EffectLine from '../EffectLine.vue'
import QuantityField from '~/fields/QuantityField.vue'
import { useMateMakerStore } from '~/connect/mates/mate-maker'
import { usePickingStore } from '~/model/picking/picking'

const maker = useMateMakerStore()
const picking = usePickingStore()
const kinds = MATE_KINDS.map((value) => ({ value, title: value }))
const FORMS = ['point', 'axis', 'plane', 'cylinder', 'sphere'] as const
const isRound = (as: string) => as === 'cylinder' || as === 'sphere'
const active = (side: string) => picking.wanted?.what.startsWith(side) ?? false
const keep =
  (set: (value: Quantity) => void) =>
  (value: Quantity): Promise<[]> => {
    set(value)
    return Promise.resolve([])
  }
</script>

<template>
  <form class="maker" aria-label="New mate" @submit.prevent="maker.make" @keydown.escape="maker.clear">
    <div class="column">
      <v-select v-model="maker.kind" label="Kind of mate" :items="kinds" />
      <div class="pair">
        <DatumField
          label="First pick"
          :pick="maker.first"
          :active="active('First')"
          @put="maker.put('first', $event)"
          @point="maker.pick('first')"
        />
        <v-select v-model="maker.asFirst" label="Taken as" :items="FORMS" />
      </div>
      <div class="pair">
        <DatumField
          label="Second pick"
          :pick="maker.second"
          :active="active('Second')"
          @put="maker.put('second', $event)"
          @point="maker.pick('second')"
        />
        <v-select v-model="maker.asSecond" label="Taken as" :items="FORMS" />
      </div>
    </div>
    <div class="column">
      <QuantityField
        v-if="maker.measured"
        label="Value"
        :value="maker.value ?? 0"
        :dimension="maker.kind === 'angle' ? 'angle' : 'length'"
        :commit="keep((value) => (maker.value = value))"
      />
      <QuantityField
        v-if="isRound(maker.asFirst)"
        label="Radius of the first"
        :value="maker.radiusFirst"
        dimension="length"
        :commit="keep((value) => (maker.radiusFirst = value))"
      />
      <QuantityField
        v-if="isRound(maker.asSecond)"
        label="Radius of the second"
        :value="maker.radiusSecond"
        dimension="length"
        :commit="keep((value) => (maker.radiusSecond = value))"
      />
      <v-btn
        :disabled="!maker.effect"
        :aria-pressed="maker.flip ?? maker.effect?.flip"
        @click="maker.flip = !(maker.flip ?? maker.effect?.flip)"
      >
        Flip
      </v-btn>
      <v-checkbox
        v-if="maker.kind === 'tangent'"
        v-model="maker.inside"
        label="Touches from inside"
        density="compact"
        hide-details
      />
      <p v-if="!maker.measured && !isRound(maker.asFirst) && !isRound(maker.asSecond)" class="muted">
        A mate holds points, axes and faces to each other without naming a joint.
      </p>
    </div>
    <div class="column">
      <EffectLine
        v-if="maker.effect || maker.fault"
        :sentences="maker.effect?.sentences ?? []"
        :holds="maker.effect?.holds ?? false"
        :fault="maker.fault"
      />
      <p v-else class="muted">Pick a face, an axis or a point on each of two parts.</p>
      <div>
        <v-btn color="primary" variant="flat" type="submit" :disabled="!maker.effect">
          {{ maker.effect && !maker.effect.holds ? 'Make it suspended' : 'Make mate' }}
        </v-btn>
      </div>
    </div>
  </form>
</template>

<style scoped>
.maker {
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 0.8fr) minmax(0, 1fr);
  gap: 18px;
  padding: 12px 14px;
}

.column {
  display: flex;
  flex-direction: column;
  gap: 9px;
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

.pair {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 110px;
  gap: 9px;
}
</style>
