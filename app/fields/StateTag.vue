<script setup lang="ts">
/** What a joint does, as word, shape and colour. */
import type { JointState } from '@ligamen/core'

defineProps<{ state: JointState }>()
</script>

<template>
  <span class="tag" :class="state">{{ state }}</span>
</template>

<style scoped>
.tag {
  flex: none;
  padding: 1px 6px;
  font-size: 10.5px;
  color: rgb(var(--v-theme-muted));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 4px;
}

.drives {
  color: rgb(var(--v-theme-on-primary));
  background: rgb(var(--v-theme-primary));
  border-color: rgb(var(--v-theme-primary));
}

.parked {
  border-style: dashed;
  border-color: rgb(var(--v-theme-muted));
}

.free {
  padding: 0 4px;
  color: rgb(var(--v-theme-measured));
  border-style: double;
  border-width: 3px;
  border-color: rgb(var(--v-theme-measured));
}

.suspended {
  text-decoration: line-through;
  border-style: dotted;
}
</style>
