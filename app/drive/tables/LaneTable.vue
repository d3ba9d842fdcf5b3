<script setup lang="ts">
/** The table that is below an open lane: its rows, and what can be added at its foot. */
defineProps<{ label: string }>()
</script>

<template>
  <section class="table" :aria-label="label">
    <slot />
    <div class="foot"><slot name="foot" /></div>
  </section>
</template>

<style scoped>
.table {
  position: relative;
  z-index: 5;
  flex: none;
  padding: 6px 12px 8px;
  background: rgb(var(--v-theme-field));
  border-bottom: 1px solid rgb(var(--v-theme-line));
}

.foot {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  padding-top: 4px;
}
</style>
