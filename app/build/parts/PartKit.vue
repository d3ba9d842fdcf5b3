<script setup lang="ts">
/** The parts that can be made from a few dimensions, as sketches; picking one opens its maker. */
import { shapeKinds, shapeType } from '@ligamen/core'
import { usePartIcons } from '~/build/parts/usePartIcons'

const emit = defineEmits<{ choose: [kind: string] }>()
const kinds = shapeKinds
  .filter((kind) => kind !== 'imported')
  .map((kind) => ({ kind, noun: shapeType(kind)!.noun }))
const icons = usePartIcons(kinds.map(({ kind }) => kind))
</script>

<template>
  <ul aria-label="Part kit">
    <li v-for="{ kind, noun } in kinds" :key="kind">
      <button type="button" @click="emit('choose', kind)">
        <svg viewBox="0 0 48 48" aria-hidden="true"><path :d="icons.get(kind) ?? ''" /></svg>
        {{ noun }}
      </button>
    </li>
  </ul>
</template>

<style scoped>
ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(98px, 1fr));
  gap: 6px;
  margin: 0;
  padding: 8px 12px;
  list-style: none;
}

button {
  display: flex;
  flex-direction: column;
  gap: 3px;
  align-items: center;
  width: 100%;
  padding: 7px 2px 6px;
  font-size: 11.5px;
  line-height: 1.2;
  text-align: center;
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 8px;
}

button:hover {
  background: rgb(var(--v-theme-primary-soft));
  border-color: rgb(var(--v-theme-primary));
}

svg {
  width: 44px;
  height: 44px;
  fill: none;
  stroke: rgb(var(--v-theme-primary));
  stroke-linecap: round;
  stroke-width: 0.9;
}
</style>
