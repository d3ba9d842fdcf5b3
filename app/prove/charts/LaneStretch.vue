<script setup lang="ts">
/** A stretch of a lane, in which bodies overlap, touch, stick or slide; a press goes to a time of it. */
import { seconds } from '~/fields/display'
import { useTimeShare } from './useTimeShare'

const props = defineProps<{
  kind: 'overlaps' | 'touches' | 'sticks' | 'slides'
  from: number
  to: number
}>()
defineEmits<{ choose: [] }>()

const { within, isSeen } = useTimeShare()
const WORDS = { overlaps: 'Overlap', touches: 'Contact', sticks: 'Sticks', slides: 'Slides' } as const
const words = computed(() => `${WORDS[props.kind]} from ${seconds(props.from, 3)} to ${seconds(props.to, 3)}`)
</script>

<template>
  <button
    v-if="isSeen(from, to)"
    type="button"
    class="stretch"
    :class="kind"
    :style="{ left: `${within(from)}%`, width: `${within(to) - within(from)}%` }"
    :aria-label="words"
    :title="words"
    @click.stop="$emit('choose')"
  />
</template>

<style scoped>
.stretch {
  position: absolute;
  top: 1px;
  min-width: 4px;
  height: 14px;
  border-radius: 2px;
}

.overlaps {
  background: rgb(var(--v-theme-error));
}

.touches {
  background: repeating-linear-gradient(-45deg, rgb(var(--v-theme-muted)) 0 3px, transparent 3px 6px);
  border: 1px solid rgb(var(--v-theme-muted));
}

.sticks {
  background: rgb(var(--v-theme-muted));
}

/* a line along the middle: it moves on */
.slides {
  background: linear-gradient(transparent 40%, rgb(var(--v-theme-muted)) 40% 60%, transparent 60%);
  border: 1px solid rgb(var(--v-theme-muted));
}
</style>
