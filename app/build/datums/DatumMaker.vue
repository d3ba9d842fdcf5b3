<script setup lang="ts">
/** Making a datum for its own sake; where it would be is marked on the model before it is made. */
import { ORIGIN } from '@ligamen/core'
import { display } from '~/fields/display'
import FaultLine from '~/fields/FaultLine.vue'
import { useFormFaults } from '~/fields/form-faults'
import { keep } from '~/fields/keep'
import { isForMenu } from '~/fields/menus'
import PickField from '~/fields/PickField.vue'
import PointFields from '~/fields/PointFields.vue'
import QuantityField from '~/fields/QuantityField.vue'
import { usePickingStore } from '~/model/picking/picking'
import { DATUM_WAYS } from './datum-draft'
import type { DatumWay } from './datum-draft'
import { useDatumMakerStore } from './datum-maker'

const maker = useDatumMakerStore()
const picking = usePickingStore()
const isFaulty = useFormFaults()
const WAYS = Object.entries(DATUM_WAYS).map(([value, title]) => ({ value: value as DatumWay, title }))
const place = computed(() =>
  maker.inGround
    ? [0, 1, 2].map((k) => display(maker.inGround![ORIGIN + k]!, 'length', 0, 1)).join(', ')
    : null,
)
watch(
  () => maker.preview,
  (found) => {
    if (found) picking.picked = [found]
  },
  { immediate: true, flush: 'post' },
)
onBeforeUnmount(() => (picking.picked = []))
</script>

<template>
  <p v-if="maker.bodies.length === 0" class="empty muted">
    A datum is on a body: make a part first, in the part kit.
  </p>
  <form
    v-else
    class="maker"
    aria-label="New datum"
    @submit.prevent="isFaulty || maker.make()"
    @keydown.escape="isForMenu() || maker.clear()"
  >
    <div class="column">
      <v-select v-model="maker.way" label="Placed by" :items="WAYS" />
      <v-text-field
        v-model="maker.named"
        label="Name"
        placeholder="datum"
        persistent-placeholder
        maxlength="120"
      />
      <v-select
        v-if="maker.way === 'place'"
        label="Body"
        :items="maker.bodies.map(({ id, name }) => ({ value: id, title: name }))"
        :model-value="maker.onBody"
        @update:model-value="maker.body = $event"
      />
      <template v-else>
        <PickField :picks="maker" which="first" />
        <PickField v-if="maker.needsBoth" :picks="maker" which="second" />
      </template>
    </div>
    <div class="column">
      <template v-if="maker.way === 'place'">
        <div class="three">
          <PointFields label="At" :values="maker.position" :commit="maker.setPosition" />
        </div>
        <div class="three">
          <PointFields
            label="Direction"
            :values="maker.direction"
            dimension="number"
            :commit="maker.setDirection"
          />
        </div>
      </template>
      <div v-else class="three">
        <PointFields label="Offset" :values="maker.offset" :commit="maker.setOffset" />
      </div>
      <div class="three">
        <QuantityField
          label="Angle"
          :value="maker.turn"
          dimension="angle"
          :commit="keep((value) => (maker.turn = value))"
        />
        <v-btn :aria-pressed="maker.flip" @click="maker.flip = !maker.flip">Flip</v-btn>
      </div>
    </div>
    <div class="column">
      <p v-if="maker.fault === '' && place === null" class="muted">
        Point at a corner, an edge, a circle or a face on the model, or choose by name. The datum keeps its
        name, is listed below its body, and stays until it is deleted.
      </p>
      <p v-else-if="place">In ground at {{ place }}.</p>
      <FaultLine :text="maker.fault" />
      <div class="ways">
        <v-btn color="primary" variant="flat" type="submit" :disabled="isFaulty || !maker.ready"
          >Make datum</v-btn
        >
        <v-btn v-if="maker.first || maker.second" @click="maker.clear">Clear picks</v-btn>
      </div>
    </div>
  </form>
</template>

<style scoped>
.empty {
  padding: 14px;
}

.maker {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.2fr) minmax(0, 1fr);
  gap: 18px;
  padding: 12px 14px;
}

.column {
  display: flex;
  flex-direction: column;
  gap: 9px;
  min-width: 0;
}

.column p {
  margin: 0;
}

.three {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 6px;
  align-items: start;
}

.column :deep(.field) {
  padding: 0;
}

.ways {
  display: flex;
  gap: 6px;
}
</style>
