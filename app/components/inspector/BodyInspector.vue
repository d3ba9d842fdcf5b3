<script setup lang="ts">
/** A body: its name, the dimensions of its parts, the joints on it. */
import { shapeType } from '@ligamen/core'
import type { Body, Part, Quantity } from '@ligamen/core'
import NameField from './NameField.vue'
import QuantityField from './QuantityField.vue'
import { useMechanismStore } from '~/stores/mechanism'
import { useSelectionStore } from '~/stores/selection'

const props = defineProps<{ body: Body }>()
const mechanism = useMechanismStore()
const selection = useSelectionStore()

/** Parts in the order in which they were placed, each once. */
const parts = computed(() => {
  const used = new Set(props.body.parts.map((placed) => placed.part))
  return [...used].flatMap((id) => mechanism.document?.parts.find((part) => part.id === id) ?? [])
})

const joints = computed(() => {
  const document = mechanism.document
  if (!document) return []
  const mine = new Set(document.datums.filter((d) => d.body === props.body.id).map((d) => d.id))
  return document.joints.filter((joint) => mine.has(joint.from) || mine.has(joint.to))
})

const dimensionsOf = (part: Part) => Object.entries(shapeType(part.shape)?.dimensions ?? {})

const resize = (part: Part, dimension: string, label: string) => (value: Quantity) =>
  mechanism.edit(`${part.name}: ${label.toLowerCase()} ${value}`, (draft) => {
    draft.parts.find((p) => p.id === part.id)!.dimensions[dimension] = value
  })

const rename = (name: string) =>
  mechanism.edit(`Rename ${props.body.name}`, (draft) => {
    draft.bodies.find((b) => b.id === props.body.id)!.name = name
  })
</script>

<template>
  <h2 class="heading">
    {{ body.name }} <span>{{ body.grounded ? 'held to ground' : 'body' }}</span>
  </h2>
  <div class="name"><NameField label="Name" :value="body.name" @commit="rename" /></div>
  <section v-for="part in parts" :key="part.id" :aria-label="`Part ${part.name}`">
    <h3 class="heading">{{ part.name }} · {{ shapeType(part.shape)?.noun.toLowerCase() }}</h3>
    <QuantityField
      v-for="[dimension, { label, measures }] in dimensionsOf(part)"
      :key="dimension"
      :label="label"
      :value="part.dimensions[dimension]!"
      :dimension="measures === 'count' ? 'number' : (measures ?? 'length')"
      :commit="resize(part, dimension, label)"
    />
  </section>
  <h3 class="heading">Joints</h3>
  <ul>
    <li v-for="joint in joints" :key="joint.id">
      <button type="button" @click="selection.select('joint', joint.id)">{{ joint.name }}</button>
    </li>
  </ul>
</template>

<style scoped>
.name {
  padding: 5px 14px;
}

ul {
  margin: 0;
  padding: 0 14px;
  list-style: none;
}

li button {
  padding: 3px 0;
  color: rgb(var(--v-theme-primary));
  text-decoration: underline;
}
</style>
