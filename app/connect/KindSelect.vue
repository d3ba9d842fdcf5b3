<script setup lang="ts" generic="T extends string">
/** Chooses a kind of joint, mate or relation by its picture and its word. */
import KindGlyph from './KindGlyph.vue'

defineProps<{
  label: string
  items: readonly { readonly value: T; readonly title: string }[]
  errorMessages?: string
}>()
const model = defineModel<T>({ required: true })
</script>

<template>
  <v-select v-model="model" :label="label" :items="items" :error-messages="errorMessages">
    <template #selection="{ item }"><KindGlyph :kind="item.value" />{{ item.title }}</template>
    <template #item="{ item, props: row }">
      <v-list-item v-bind="row" density="compact">
        <template #prepend><KindGlyph :kind="item.value" /></template>
      </v-list-item>
    </template>
  </v-select>
</template>
