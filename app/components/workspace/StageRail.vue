<script setup lang="ts">
/** The stages down the left edge, in the order of the work; only those that do something are here. */
const stages = [{ id: 'drive', name: 'Drive', path: 'M3 18c4 0 4-12 9-12s5 12 9 12' }]
</script>

<template>
  <nav aria-label="Stages">
    <button v-for="stage in stages" :key="stage.id" type="button" class="on" aria-current="page">
      <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="stage.path" /></svg>
      {{ stage.name }}
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
  stroke-width: 1.6;
}
</style>
