<script setup lang="ts">
/** A stretch of a lane: pressed to choose it, dragged to move it in time, dragged at its end to make it longer or shorter. */
const props = defineProps<{
  /** Where it begins and ends on the axis, in percent. */
  left: number
  right: number
  words: string
  title: string
  chosen: boolean
  now?: boolean
  /** Drawn low, under a curve. */
  thin?: boolean
  dark?: boolean
  /** Whether its end can be dragged. */
  ends?: boolean
}>()
const emit = defineEmits<{
  hold: [event: PointerEvent, end: number | null]
  pull: [event: PointerEvent]
  drop: []
  cancel: []
  choose: []
}>()
const isInstant = computed(() => props.right - props.left < 0.05)
</script>

<template>
  <button
    type="button"
    class="block"
    :class="{ chosen, now, thin, dark, instant: isInstant }"
    :style="{ left: `${left}%`, width: isInstant ? undefined : `${right - left}%` }"
    :aria-label="title"
    :aria-pressed="chosen"
    :title="title"
    @click.stop="emit('choose')"
    @pointerdown.stop="emit('hold', $event, null)"
    @pointermove="emit('pull', $event)"
    @pointerup="emit('drop')"
    @pointercancel="emit('cancel')"
    @keydown.esc="emit('cancel')"
  >
    <span class="words">{{ words }}</span>
    <span v-if="ends && !isInstant" class="end" @pointerdown.stop="emit('hold', $event, right)" />
  </button>
</template>

<style scoped>
.block {
  position: absolute;
  top: 5px;
  bottom: 5px;
  overflow: hidden;
  padding: 0 8px;
  font-size: 11px;
  color: rgb(var(--v-theme-on-primary-soft));
  text-align: left;
  cursor: grab;
  background: rgb(var(--v-theme-primary-soft));
  border: 1px solid rgb(var(--v-theme-primary), 0.35);
  border-radius: 6px;
  touch-action: none;
}

.words {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.thin {
  top: auto;
  bottom: 2px;
  height: 10px;
  background: rgb(var(--v-theme-measured), 0.18);
  border-color: rgb(var(--v-theme-measured), 0.5);
}

.dark {
  color: rgb(var(--v-theme-surface));
  background: rgb(var(--v-theme-on-surface));
  border-color: rgb(var(--v-theme-on-surface));
}

.instant {
  width: 10px;
  padding: 0;
  margin-left: -5px;
}

.now {
  border-color: rgb(var(--v-theme-primary));
}

.chosen {
  border-color: rgb(var(--v-theme-selected));
  box-shadow: inset 0 0 0 1px rgb(var(--v-theme-selected));
}

.end {
  position: absolute;
  top: 0;
  right: 0;
  bottom: 0;
  width: 8px;
  cursor: col-resize;
}
</style>
