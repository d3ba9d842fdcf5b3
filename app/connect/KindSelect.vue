<script setup lang="ts" generic="T extends string">
/** Chooses a kind of joint or mate by its picture and its word. */
import { kindGlyphs } from './kind-glyphs'

defineProps<{
  label: string
  items: readonly { readonly value: T; readonly title: string }[]
  errorMessages?: string
}>()
const model = defineModel<T>({ required: true })
</script>

<template>
  <v-select v-model="model" :label="label" :items="items" :error-messages="errorMessages">
    <template #selection="{ item }">
      <svg viewBox="0 0 24 24" aria-hidden="true">
        <path :d="kindGlyphs[item.value]?.lines" />
        <path class="solid" :d="kindGlyphs[item.value]?.solid" />
      </svg>
      {{ item.title }}
    </template>
    <template #item="{ item, props: row }">
      <v-list-item v-bind="row" density="compact">
        <template #prepend>
          <svg viewBox="0 0 24 24" aria-hidden="true">
            <path :d="kindGlyphs[item.value]?.lines" />
            <path class="solid" :d="kindGlyphs[item.value]?.solid" />
          </svg>
        </template>
      </v-list-item>
    </template>
  </v-select>
</template>

<style scoped>
svg {
  flex: none;
  width: 20px;
  height: 20px;
  margin-right: 8px;
}

path {
  fill: none;
  stroke: currentcolor;
  stroke-width: 1.5;
  stroke-linecap: round;
  stroke-linejoin: round;
}

.solid {
  fill: currentcolor;
}
</style>
