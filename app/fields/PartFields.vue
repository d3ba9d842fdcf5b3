<script setup lang="ts">
/** The dimensions of a part and the choices that its shape leaves. */
import type { Part, Problem, Quantity, ShapeType } from '@ligamen/core'
import QuantityField from './QuantityField.vue'

const props = defineProps<{
  shape: ShapeType
  part: Pick<Part, 'dimensions' | 'options'>
  /** @param label what the dimension is called */
  resize: (name: string, label: string) => (value: Quantity) => Promise<readonly Problem[]>
}>()
const emit = defineEmits<{ choose: [option: string, label: string, value: string] }>()
const options = computed(() => Object.entries(props.shape.options ?? {}))
</script>

<template>
  <QuantityField
    v-for="({ label, dimension }, name) in shape.dimensions"
    :key="name"
    :label="label"
    :value="part.dimensions[name] ?? null"
    :dimension="dimension === 'count' ? 'number' : (dimension ?? 'length')"
    :commit="resize(name, label)"
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
.field {
  padding: 5px 14px;
}
</style>
