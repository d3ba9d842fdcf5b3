<script setup lang="ts">
/** The mobility line: how free the mechanism is, in a sentence that opens the details. */
import { mdiRecordCircleOutline } from '@mdi/js'
import { usePanelsStore } from '~/model/screen/panels'
import { useRunStore } from '~/model/run/run'

const run = useRunStore()
const panels = usePanelsStore()
</script>

<template>
  <template v-if="run.report">
    <button
      type="button"
      class="chip"
      :aria-pressed="panels.mobility"
      title="Show what is free and what is held"
      @click="panels.mobility = !panels.mobility"
    >
      <v-icon :icon="mdiRecordCircleOutline" size="14" />
      <span>{{ run.report.words.line }}</span>
    </button>
    <button
      v-if="run.report.words.redundancies"
      type="button"
      class="chip attention"
      :aria-pressed="panels.mobility"
      @click="panels.mobility = !panels.mobility"
    >
      <span>{{ run.report.words.redundancies }}</span>
    </button>
  </template>
</template>

<style scoped>
.chip {
  display: inline-flex;
  flex: 0 1 auto;
  gap: 6px;
  align-items: center;
  min-width: 0;
  padding: 4px 10px;
  overflow: hidden;
  font-size: 12px;
  font-weight: 500;
  color: rgb(var(--v-theme-on-primary-soft));
  white-space: nowrap;
  background: rgb(var(--v-theme-primary-soft));
  border-radius: 14px;
}

.chip > span {
  overflow: hidden;
  text-overflow: ellipsis;
}

.attention {
  color: rgb(var(--v-theme-on-attention-soft));
  background: rgb(var(--v-theme-attention-soft));
}
</style>
