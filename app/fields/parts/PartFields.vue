<script setup lang="ts">
/** The dimensions of a part and the choices that its shape leaves, with a sketch that shows which number is which. */
import type { Part, Problem, Quantity, ShapeType } from '@ligamen/core'
import QuantityField from '../QuantityField.vue'
import PartSketch from './PartSketch.vue'

const props = defineProps<{
  shape: ShapeType
  part: Omit<Part, 'id' | 'name' | 'colour'>
  /** @param label what the dimension is called */
  resize: (name: string, label: string) => (value: Quantity) => Promise<readonly Problem[]>
}>()
const emit = defineEmits<{ choose: [option: string, label: string, value: string] }>()
/** The dimension in hand. */
const looked = ref<string | null>(null)
const options = computed(() => Object.entries(props.shape.options ?? {}))
</script>

<template>
  <PartSketch class="sketch" :shape="shape" :part="part" :looked="looked" />
  <QuantityField
    v-for="({ label, dimension }, name) in shape.dimensions"
    :key="name"
    :label="label"
    :value="part.dimensions[name] ?? null"
    :dimension="dimension === 'count' ? 'number' : (dimension ?? 'length')"
    :commit="resize(name, label)"
    @focusin="looked = name"
    @focusout="looked = null"
  />
  <div v-for="[name, { label, choices }] in options" :key="name" class="field">
    <v-select
      :label="label"
      :items="Object.entries(choices).map(([value, title]) => ({ value, title }))"
      :model-value="part.options?.[name] ?? Object.keys(choices)[0]"
      @update:model-value="emit('choose', name, label, $event)"
    />
  </div>
</template>

<style scoped>
.sketch {
  grid-row: span 3;
}

.field {
  padding: 5px 14px;
}
</style>
