<script setup lang="ts">
/** Making a joint: two picks, then which body comes, offset, angle and flip; all of it shown before it is made. */
import KindSelect from '../KindSelect.vue'
import { mdiSwapHorizontal } from '@mdi/js'
import { jointKinds, jointType } from '@ligamen/core'
import MakerForm from '../MakerForm.vue'
import PickField from '~/fields/PickField.vue'
import QuantityField from '~/fields/QuantityField.vue'
import { keep } from '~/fields/keep'
import { useJointMakerStore } from '~/connect/joints/joint-maker'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePickingStore } from '~/model/picking/picking'

const maker = useJointMakerStore()
const mechanism = useMechanismStore()
const picking = usePickingStore()
const kinds = jointKinds.map((value) => ({ value, title: jointType(value)!.noun }))
const hasLead = computed(() => jointType(maker.kind)?.hasLead === true)

const bodyOf = (side: 'first' | 'second') =>
  mechanism.document?.bodies.find(({ id }) => id === maker[side]?.pick.body)?.name ?? ''
const coming = computed(() => {
  const { effect } = maker
  if (!effect) return ''
  if (maker.inPlace) return 'Nothing moves: the joint is made where things stand.'
  if (effect.comes === 'both')
    return 'Neither stays exactly where it is: both parts move until the datums meet.'
  const [mover, stayer] =
    effect.comes === 'first' ? (['first', 'second'] as const) : (['second', 'first'] as const)
  return `${bodyOf(mover)} comes to ${bodyOf(stayer)}.`
})
/** Which pick is what, where that matters: "The pin is on Slider, the slot on Platform." */
const sides = computed(() => {
  const named = jointType(maker.kind)?.sides
  return named && maker.first && maker.second
    ? `The ${named[1]} is on ${bodyOf('first')}, the ${named[0]} on ${bodyOf('second')}.`
    : ''
})
const canSwitch = computed(() => maker.effect !== null && maker.effect.comes !== 'both' && !maker.inPlace)

function switchSides() {
  maker.comes = maker.effect?.comes === 'first' ? 'second' : 'first'
}
</script>

<template>
  <MakerForm noun="joint" :columns="[1, 1, 1.1]" :maker="maker">
    <template #picks>
      <KindSelect v-model="maker.kind" label="Kind of joint" :items="kinds" />
      <PickField :picks="maker" which="first" />
      <PickField :picks="maker" which="second" />
      <v-checkbox
        v-model="picking.midway"
        label="Pick midway between two faces"
        density="compact"
        hide-details
      />
    </template>
    <template #values>
      <v-text-field
        v-model="maker.named"
        label="Name"
        :placeholder="maker.name"
        persistent-placeholder
        maxlength="120"
      />
      <div class="pair">
        <QuantityField
          label="Offset"
          :value="maker.offset"
          dimension="length"
          :commit="keep((value) => (maker.offset = value))"
        />
        <QuantityField
          label="Angle"
          :value="maker.turn ?? '0 deg'"
          dimension="angle"
          :commit="keep((value) => (maker.turn = value))"
        />
      </div>
      <QuantityField
        v-if="hasLead"
        label="Lead"
        :value="maker.lead"
        dimension="length"
        :commit="keep((value) => (maker.lead = value))"
      />
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
        <v-btn :disabled="!maker.effect || maker.inPlace" @click="maker.usePresentOffset">
          Use the present offset
        </v-btn>
        <v-btn :prepend-icon="mdiSwapHorizontal" :disabled="!canSwitch" @click="switchSides">Switch</v-btn>
      </div>
    </template>
    <template #hint>
      Pick a datum on each of two parts: point at bores, edges and faces on the model, or choose by name. What
      the joint would do is said here and played on the model before anything is made.
    </template>
    <template #outcome
      ><p v-if="coming" class="coming">{{ coming }}</p>
      <p v-if="sides" class="muted">{{ sides }}</p></template
    >
    <template #ways>
      <v-btn v-if="maker.first || maker.second" @click="maker.clear">Clear picks</v-btn>
    </template>
  </MakerForm>
</template>

<style scoped>
.coming {
  font-weight: 500;
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
