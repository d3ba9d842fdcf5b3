<script setup lang="ts">
/** The form of a part about to be made; its ghost in the view follows every field. */
import { reasons, shapeType } from '@ligamen/core'
import type { Quantity } from '@ligamen/core'
import type { Drawing } from './outline-text'
import { useOutlinePoints } from './useOutlinePoints'
import NameField from '~/fields/NameField.vue'
import OutlineField from './OutlineField.vue'
import FaultLine from '~/fields/FaultLine.vue'
import PartFields from '~/fields/parts/PartFields.vue'
import PointFields from '~/fields/PointFields.vue'
import { isForMenu } from '~/fields/menus'
import { useFormFaults } from '~/fields/form-faults'
import { keep } from '~/fields/keep'
import { AXES, usePartMakerStore } from '~/build/parts/part-maker'

const maker = usePartMakerStore()
const shape = computed(() => shapeType(maker.part!.shape)!)
const isFaulty = useFormFaults(() => maker.problems.length === 0)
const ready = computed(() => maker.problems.length === 0 && !isFaulty.value)
const WAYS = Object.keys(AXES).map((value) => ({ value: value as keyof typeof AXES, title: value }))

/** Escape closes a list of choices, or takes back what is being typed, before it closes the form. */
function cancel() {
  if (!isForMenu()) maker.cancel()
}
const draw = ({ outline, arcs, corners, holes }: Drawing) =>
  maker.change({ ...maker.part!, outline, arcs, corners, holes })
useOutlinePoints(
  () => (maker.part ? { part: maker.part, frame: maker.frame } : null),
  (drawing) => draw(drawing),
)
const setDimension = (name: string) => keep((value: Quantity) => maker.setDimension(name, value))
const setPlace = (k: number, value: Quantity) => Promise.resolve(maker.setPlace(k, value))
const setOption = (name: string, value: string) =>
  maker.change({ ...maker.part!, options: { ...maker.part!.options, [name]: value } })
</script>

<template>
  <form
    class="maker"
    :aria-label="`New ${shape.noun}`"
    @submit.prevent="ready && maker.make()"
    @keydown.escape="cancel"
  >
    <div class="fields">
      <div class="field wide">
        <NameField
          label="Name"
          :value="maker.part!.name"
          @commit="maker.change({ ...maker.part!, name: $event })"
        />
      </div>
      <PartFields
        :shape="shape"
        :part="maker.part!"
        :resize="setDimension"
        @choose="(option, _, value) => setOption(option, value)"
      />
      <OutlineField
        v-if="maker.part!.outline"
        :drawing="{ ...maker.part!, outline: maker.part!.outline }"
        @change="draw"
      />
    </div>
    <div class="place">
      <PointFields label="Stands at" :values="maker.place" :commit="setPlace" />
      <div class="field">
        <v-select v-model="maker.axis" label="Main axis points" :items="WAYS" />
      </div>
    </div>
    <div class="end">
      <FaultLine
        v-if="maker.problems.length > 0"
        :text="`${reasons(maker.problems)} The last shape that holds is shown.`"
      />
      <p v-else class="muted">The ghost in the view shows it; every number can be changed later.</p>
      <v-btn color="primary" variant="flat" type="submit" :disabled="!ready"
        >Add {{ maker.part!.name }}</v-btn
      >
      <v-btn @click="maker.cancel">Back to the kit</v-btn>
    </div>
  </form>
</template>

<style scoped>
.maker {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 180px 220px;
  gap: 4px;
  padding: 8px 4px;
}

.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(168px, 1fr));
  align-content: start;
}

.maker :deep(.field) {
  padding: 5px 6px;
}

.place {
  border-left: 1px solid rgb(var(--v-theme-line-soft));
}

.end {
  display: flex;
  flex-direction: column;
  gap: 8px;
  padding: 6px 10px;
  border-left: 1px solid rgb(var(--v-theme-line-soft));
}

.end p {
  margin: 0;
}
</style>
