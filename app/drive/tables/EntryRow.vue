<script setup lang="ts">
/** A row of the tables of moves and cues: its name, when it starts, what is its own, and a way to be rid of it. */
import { mdiDeleteOutline } from '@mdi/js'
import type { Problem, Timed } from '@ligamen/core'
import IconButton from '~/fields/IconButton.vue'
import { useTimingStore } from '~/timing/timing'
import StartField from '~/timing/StartField.vue'

defineProps<{
  name: string
  /** Its name among all that is on screen. */
  label: string
  note: string
  entry: string
  timed: Timed
  hasTurn: boolean
  alter: (edit: string, change: (timed: Timed) => void) => Promise<readonly Problem[]>
}>()
const emit = defineEmits<{ remove: [] }>()
const timing = useTimingStore()
</script>

<template>
  <div
    class="row"
    role="group"
    :aria-label="label"
    :class="{ chosen: timing.isChosen(entry) }"
    @focusin="timing.isChosen(entry) || (timing.chosen = entry)"
  >
    <span class="name"
      >{{ name }}<small class="muted tabular" :title="note">{{ note }}</small></span
    >
    <StartField :name="name" :entry="entry" :timed="timed" :has-turn="hasTurn" :alter="alter" />
    <slot />
    <div class="ways">
      <slot name="ways" />
      <IconButton
        :icon="mdiDeleteOutline"
        size="x-small"
        density="compact"
        :name="`Delete ${name}`"
        title="Delete"
        @click="emit('remove')"
      />
    </div>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  gap: 8px;
  grid-template-columns: var(--columns);
  align-items: start;
  padding: 1px 0 1px 6px;
  border-left: 3px solid transparent;
}

.chosen {
  border-left-color: rgb(var(--v-theme-selected));
}

.name {
  display: flex;
  gap: 6px;
  align-items: baseline;
  min-width: 0;
  padding-top: 4px;
  overflow: hidden;
  font-weight: 500;
  white-space: nowrap;
}

.muted {
  overflow: hidden;
  font-size: 11px;
  text-overflow: ellipsis;
}

.ways {
  display: flex;
  align-items: center;
  height: 26px;
}

.ways :deep(.v-btn--icon) {
  width: 24px;
  height: 24px;
  justify-content: end;
}
</style>
