<script setup lang="ts">
/** The playhead over the lanes; its keys step through the frames. It alone is drawn anew for a frame, not the chart. */
import { seconds } from '~/fields/display'
import { usePlaybackStore } from '~/model/pose/playback'
import { useTimingStore } from '~/timing/timing'

const playback = usePlaybackStore()
const timing = useTimingStore()
const left = computed(() => `${timing.place(playback.shown)}%`)
const isSeen = computed(
  () => playback.shown >= timing.stretch[0] - 1e-9 && playback.shown <= timing.stretch[1] + 1e-9,
)

const STEPS: Readonly<Record<string, number>> = {
  ArrowLeft: -1,
  ArrowRight: 1,
  PageDown: -10,
  PageUp: 10,
  Home: -Infinity,
  End: Infinity,
}
function key(event: KeyboardEvent) {
  const step = STEPS[event.key]
  if (step === undefined) return
  event.preventDefault()
  playback.step(step)
}
</script>

<template>
  <div
    v-show="isSeen"
    class="playhead"
    role="slider"
    tabindex="0"
    aria-label="Playhead"
    aria-orientation="horizontal"
    :aria-valuemin="0"
    :aria-valuemax="playback.end"
    :aria-valuenow="playback.shown"
    :aria-valuetext="seconds(playback.shown, 3)"
    :style="{ left }"
    @keydown="key"
  />
</template>

<style scoped>
.playhead {
  position: absolute;
  z-index: 4;
  top: 0;
  bottom: 0;
  width: 2px;
  margin-left: -1px;
  background: rgb(var(--v-theme-playhead));
}

.playhead::before {
  position: absolute;
  top: 0;
  left: -6px;
  width: 14px;
  height: 12px;
  content: '';
  background: rgb(var(--v-theme-playhead));
  clip-path: polygon(0 0, 100% 0, 50% 100%);
}
</style>
