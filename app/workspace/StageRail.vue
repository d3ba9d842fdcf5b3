<script setup lang="ts">
/** The stages down the left edge, in the order of the work. */
import { useStageStore } from '~/model/screen/stage'
import type { Stage } from '~/model/screen/stage'

const stage = useStageStore()
const LOOKS: readonly { id: Stage; name: string; path: string }[] = [
  { id: 'build', name: 'Build', path: 'M4 8l8-4 8 4v8l-8 4-8-4zM4 8l8 4 8-4M12 12v8' },
  {
    id: 'connect',
    name: 'Connect',
    path: 'M6 17a2.6 2.6 0 1 0 0-.01M18 7a2.6 2.6 0 1 0 0-.01M8 15.3 16 8.7',
  },
  { id: 'drive', name: 'Drive', path: 'M3 18c4 0 4-12 9-12s5 12 9 12' },
  { id: 'prove', name: 'Prove', path: 'M5 12.5l4.5 4.5L19 7.5' },
  { id: 'present', name: 'Present', path: 'M4 5h16v11H4zM12 16v4M8 20h8' },
]
</script>

<template>
  <nav aria-label="Stages">
    <button
      v-for="{ id, name, path } in LOOKS"
      :key="id"
      type="button"
      :class="{ on: stage.stage === id }"
      :aria-current="stage.stage === id ? 'page' : undefined"
      @click="stage.go(id)"
    >
      <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="path" /></svg>
      {{ name }}
    </button>
  </nav>
</template>

<style scoped>
nav {
  display: flex;
  flex-direction: column;
  gap: 4px;
  align-items: center;
  padding: 10px 0;
  background: rgb(var(--v-theme-surface));
  border-right: 1px solid rgb(var(--v-theme-line));
}

button {
  width: 60px;
  padding: 9px 0 7px;
  font-size: 11px;
  border-radius: 10px;
}

button:hover:not(.on) {
  background: rgb(var(--v-theme-primary-soft));
}

.on {
  font-weight: 600;
  color: rgb(var(--v-theme-on-primary));
  background: rgb(var(--v-theme-primary));
}

svg {
  display: block;
  width: 22px;
  height: 22px;
  margin: 0 auto 3px;
  fill: none;
  stroke: currentcolor;
  stroke-linejoin: round;
  stroke-width: 1.6;
}
</style>
