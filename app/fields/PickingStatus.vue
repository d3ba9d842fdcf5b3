<script setup lang="ts">
/** Which pick is asked for, and what the place under the pointer offers. */
import { usePickingStore } from '~/model/picking/picking'

const picking = usePickingStore()
</script>

<template>
  <span v-if="picking.wanted" class="status" role="status">
    {{ picking.wanted.what }}:
    {{ picking.offered?.words ?? (picking.refusal || 'point at a bore, an edge or a face on the model') }}
    <template v-if="picking.face"> · first face: {{ picking.face.words }}</template>
  </span>
</template>

<style scoped>
.status {
  align-self: center;
  overflow: hidden;
  font-weight: 500;
  color: rgb(var(--v-theme-primary));
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
