<script setup lang="ts">
/** Making a mate between points, axes, planes and round surfaces. */
import KindSelect from '../KindSelect.vue'
import { MATE_KINDS } from '@ligamen/core'
import MakerForm from '../MakerForm.vue'
import PickField from '~/fields/PickField.vue'
import QuantityField from '~/fields/QuantityField.vue'
import { keep } from '~/fields/keep'
import { isRound, MATE_FORMS } from './mate-draft'
import { useMateMakerStore } from '~/connect/mates/mate-maker'

const maker = useMateMakerStore()
const kinds = MATE_KINDS.map((value) => ({ value, title: value }))
const forms = [...MATE_FORMS]
</script>

<template>
  <MakerForm noun="mate" :columns="[1.4, 0.8, 1]" :maker="maker">
    <template #picks>
      <KindSelect v-model="maker.kind" label="Kind of mate" :items="kinds" />
      <div class="pair">
        <PickField :picks="maker" which="first" />
        <v-select v-model="maker.asFirst" label="Taken as" :items="forms" />
      </div>
      <div class="pair">
        <PickField :picks="maker" which="second" />
        <v-select v-model="maker.asSecond" label="Taken as" :items="forms" />
      </div>
    </template>
    <template #values>
      <QuantityField
        v-if="maker.measured"
        label="Value"
        :value="maker.value ?? 0"
        :dimension="maker.kind === 'angle' ? 'angle' : 'length'"
        :commit="keep((value) => (maker.value = value))"
      />
      <v-btn v-if="maker.measured" :disabled="!maker.first || !maker.second" @click="maker.usePresentValue">
        Use the present value
      </v-btn>
      <QuantityField
        v-if="isRound(maker.asFirst)"
        label="Diameter of the first"
        :value="maker.diameterFirst"
        dimension="length"
        :commit="keep((value) => (maker.diameterFirst = value))"
      />
      <QuantityField
        v-if="isRound(maker.asSecond)"
        label="Diameter of the second"
        :value="maker.diameterSecond"
        dimension="length"
        :commit="keep((value) => (maker.diameterSecond = value))"
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
    </template>
    <template #hint>Pick a face, an axis or a point on each of two parts.</template>
  </MakerForm>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 110px;
  gap: 9px;
}
</style>
