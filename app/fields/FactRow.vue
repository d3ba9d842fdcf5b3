<script setup lang="ts">
/** A fact: its name in muted type, then its value. */
defineProps<{ name: string }>()
</script>

<template>
  <div class="fact">
    <span class="muted">{{ name }}</span>
    <span class="tabular"><slot /></span>
  </div>
</template>

<style scoped>
.fact {
  display: grid;
  grid-template-columns: 92px 1fr;
  gap: 8px;
  padding: 4px 14px;
}
</style>
