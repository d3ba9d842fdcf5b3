<script setup lang="ts">
/** Making a joint: two picks, then which body comes, offset, angle and flip; all of it shown before it is made. */
import { mdiSwapHorizontal } from '@mdi/js'
import { jointKinds, jointType } from '@ligamen/core'
import type { Quantity } from '@ligamen/core'
import DatumField from '../../fields/DatumField.vue'
import EffectLine from '../EffectLine.vue'
import QuantityField from '~/fields/QuantityField.vue'
import { useJointMakerStore } from '~/connect/joints/joint-maker'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePickingStore } from '~/model/picking/picking'

const maker = useJointMakerStore()
const mechanism = useMechanismStore()
const picking = usePickingStore()
const kinds = jointKinds.map((value) => ({ value, title: jointType(value)!.noun }))
const hasLead = computed(() => jointType(maker.kind)?.hasLead === true)
const active = (side: string) => picking.wanted?.what.startsWith(side) ?? false

const bodyOf = (side: 'first' | 'second') =>
  mechanism.document?.bodies.find(({ id }) => id === maker[side]?.pick.body)?.name ?? ''
const coming = computed(() => {
  const { effect } = maker
  if (!effect) return ''
  if (maker.inPlace) return 'Nothing moves: the joint is made where things stand.'
  if (effect.comes === 'both') return 'Both are tied already: what is loose gives way.'
  const [mover, stayer] =
    effect.comes === 'first' ? (['first', 'second'] as const) : (['second', 'first'] as const)
  return `${bodyOf(mover)} comes to ${bodyOf(stayer)}.`
})
const canSwitch = computed(() => maker.effect !== null && maker.effect.comes !== 'both' && !maker.inPlace)

function switchSides() {
  maker.comes = maker.effect?.comes === 'first' ? 'second' : 'first'
}
const setOffset = (value: Quantity) => {
  maker.offset = value
  return Promise.resolve([])
}
const setTurn = (value: Quantity) => {
  maker.turn = value
  return Promise.resolve([])
}
const setLead = (value: Quantity) => {
  maker.lead = value
  return Promise.resolve([])
}
</script>

<template>
  <form class="maker" aria-label="New joint" @submit.prevent="maker.make" @keydown.escape="maker.clear">
    <div class="column">
      <v-select v-model="maker.kind" label="Kind of joint" :items="kinds" />
      <DatumField
        label="First pick"
        :pick="maker.first"
        :active="active('First')"
        @put="maker.put('first', $event)"
        @point="maker.pick('first')"
      />
      <DatumField
        label="Second pick"
        :pick="maker.second"
        :active="active('Second')"
        @put="maker.put('second', $event)"
        @point="maker.pick('second')"
      />
      <v-checkbox
        v-model="picking.midway"
        label="Pick midway between two faces"
        density="compact"
        hide-details
      />
    </div>
    <div class="column">
      <v-text-field
        v-model="maker.named"
        label="Name"
        :placeholder="maker.name"
        persistent-placeholder
        maxlength="120"
      />
      <div class="pair">
        <QuantityField label="Offset" :value="maker.offset" dimension="length" :commit="setOffset" />
        <QuantityField label="Angle" :value="maker.turn ?? '0 deg'" dimension="angle" :commit="setTurn" />
      </div>
      <QuantityField v-if="hasLead" label="Lead" :value="maker.lead" dimension="length" :commit="setLead" />
      <div class="switches">
        <v-btn
          :disabled="!maker.effect"
          :aria-pressed="maker.flip ?? maker.effect?.flip"
          @click="maker.flip = !(maker.flip ?? maker.effect?.flip)"
        >
          Flip
        </v-btn>
        <v-btn
          :aria-pressed="maker.inPlace"
          :color="maker.inPlace ? 'primary' : undefined"
          @click="maker.inPlace = !maker.inPlace"
        >
          Where things stand
        </v-btn>
        <v-btn :prepend-icon="mdiSwapHorizontal" :disabled="!canSwitch" @click="switchSides">Switch</v-btn>
      </div>
    </div>
    <div class="column">
      <p v-if="!maker.effect && !maker.fault" class="muted">
        Pick a datum on each of two parts: point at bores, edges and faces on the model, or choose by name.
        What the joint would do is said here and played on the model before anything is made.
      </p>
      <p v-else-if="coming" class="coming">{{ coming }}</p>
      <EffectLine
        v-if="maker.effect || maker.fault"
        :sentences="maker.effect?.sentences ?? []"
        :holds="maker.effect?.holds ?? false"
        :fault="maker.fault"
      />
      <div class="switches">
        <v-btn color="primary" variant="flat" type="submit" :disabled="!maker.effect">
          {{ maker.effect && !maker.effect.holds ? 'Make it suspended' : 'Make joint' }}
        </v-btn>
        <v-btn v-if="maker.first || maker.second" @click="maker.clear">Clear picks</v-btn>
      </div>
    </div>
  </form>
</template>

<style scoped>
.maker {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) minmax(0, 1.1fr);
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

.coming {
  font-weight: 500;
}

.column :deep(.field) {
  padding: 0;
}

.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 9px;
}

.switches {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
</style>
