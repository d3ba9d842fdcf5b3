<script setup lang="ts">
/**
 * The table that is below an open lane: its rows under the names of their columns, and what can be added at its foot. Cells are
 * low, so that many rows are seen; the name of a filled cell is that of its column, an empty one says its own.
 */
defineProps<{
  label: string
  /** Names of the columns, and their widths as a grid template; a form without columns has fields of the usual height. */
  columns?: readonly string[]
  widths?: string
}>()
</script>

<template>
  <section class="table" :class="{ dense: columns }" :aria-label="label" :style="{ '--columns': widths }">
    <div v-if="columns" class="head muted" aria-hidden="true">
      <span v-for="column in columns" :key="column">{{ column }}</span>
    </div>
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
  container-type: inline-size;
}

/* rows of a narrow table are scrolled to rather than cut */
.dense {
  overflow: auto hidden;
}

.dense > .head,
.dense > :deep(.row) {
  min-width: 880px;
}

@container (max-width: 1000px) {
  .head ~ :deep(.row .v-select__menu-icon),
  .head ~ :deep(.row .v-autocomplete__menu-icon) {
    display: none;
  }

  .head ~ :deep(.row .v-field) {
    --v-field-padding-end: 4px;
  }
}

.head {
  display: grid;
  grid-template-columns: var(--columns);
  gap: 8px;
  padding: 0 0 2px 9px;
  font-size: 11px;
}

.dense :deep(.v-input--density-compact) {
  --v-input-control-height: 24px !important;
  --v-input-padding-top: 0px !important;
}

.dense :deep(.v-field__input) {
  min-height: 24px;
  padding: 0 2px 0 7px;
}

.dense :deep(.v-field__append-inner) {
  padding-inline-end: 4px;
}

/* the column says what a filled cell is */
.dense :deep(.v-field__outline__notch) {
  display: none;
}

.dense :deep(.v-field__outline__end) {
  border-inline-start-width: 0;
}

.dense :deep(.v-field .v-field-label) {
  margin-inline-start: 7px;
  font-size: 11px;
}

.dense :deep(.v-chip) {
  --v-chip-height: 20px;
}

.foot {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  padding-top: 4px;
}
</style>
