<script setup lang="ts">
/** The look and the stuff of a part: colour, material, density. */
import { USUAL_DENSITY } from '@ligamen/core'
import type { Part, Quantity } from '@ligamen/core'
import QuantityField from '../../fields/QuantityField.vue'
import { MATERIALS } from '~/inspector/bodies/materials'
import { useMechanismStore } from '~/model/document/mechanism'

const props = defineProps<{ part: Part }>()
const mechanism = useMechanismStore()

const alter = (edit: string, change: (part: Part) => void) =>
  mechanism.edit(`${props.part.name}: ${edit}`, (draft) =>
    change(draft.parts.find(({ id }) => id === props.part.id)!),
  )
const setColour = (event: Event) =>
  alter('colour', (part) => {
    part.colour = (event.target as HTMLInputElement).value
  })
const setMaterial = (name: string | null) =>
  alter(`material ${name ?? 'none'}`, (part) => {
    if (name === null) {
      delete part.material
      return
    }
    part.material = name
    const known = MATERIALS.find((m) => m.name === name)
    if (known) part.density = known.density
  })
const setDensity = (value: Quantity) =>
  alter(`density ${value}`, (part) => {
    part.density = value
  })
</script>

<template>
  <div class="look">
    <label class="colour">
      Colour
      <input type="color" :value="part.colour" :aria-label="`Colour of ${part.name}`" @change="setColour" />
    </label>
    <v-select
      label="Material"
      :items="MATERIALS.map((known): string => known.name)"
      :model-value="part.material ?? null"
      clearable
      @update:model-value="setMaterial"
    />
    <QuantityField
      label="Density"
      :value="part.density ?? `${USUAL_DENSITY} kg/m^3`"
      dimension="density"
      :commit="setDensity"
    />
  </div>
</template>

<style scoped>
.look {
  display: grid;
  gap: 9px;
  padding: 5px 14px;
}

.look :deep(.field) {
  padding: 0;
}

.colour {
  display: flex;
  gap: 10px;
  align-items: center;
}

input[type='color'] {
  width: 44px;
  height: 26px;
  padding: 0;
  background: none;
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 6px;
}
</style>
