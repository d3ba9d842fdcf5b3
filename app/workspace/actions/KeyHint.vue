<script setup lang="ts">
/** After the first of two keys: what the second one may be. */
import type { Action } from './action'
import { continuations } from './sequence'

const props = defineProps<{ actions: readonly Action[]; pending: string | null }>()
const shown = computed(() => (props.pending === null ? [] : continuations(props.actions, props.pending)))
</script>

<template>
  <div v-if="shown.length > 0" class="hint" role="status" :aria-label="`After ${pending}`">
    <p v-for="{ key, name } in shown" :key="key">
      <kbd>{{ pending }}</kbd> <kbd>{{ key }}</kbd> {{ name }}
    </p>
  </div>
</template>

<style scoped>
.hint {
  position: fixed;
  bottom: 16px;
  left: 50%;
  z-index: 3000;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 2px 18px;
  width: min(680px, 90vw);
  padding: 10px 16px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 8px;
  transform: translateX(-50%);
}

p {
  margin: 0;
}
</style>
