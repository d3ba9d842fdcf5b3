<script setup lang="ts">
/** A lane over the charts, on their time axis: a name with a note, and a track on which stretches lie; a press goes to its time. */
import { usePlaybackStore } from '~/model/pose/playback'
import { useTimeShare } from './useTimeShare'

defineProps<{
  name: string
  note: string
  /** Whether there is an axis on the right of the charts. */
  right: boolean
}>()

const playback = usePlaybackStore()
const { share, isSeen, timeAt } = useTimeShare()

function seek(event: MouseEvent) {
  const { left, width } = (event.currentTarget as HTMLElement).getBoundingClientRect()
  playback.goTo(timeAt((event.clientX - left) / width))
}
</script>

<template>
  <div class="lane">
    <p class="side">
      <strong>{{ name }}</strong>
      <span class="muted tabular" :title="note">{{ note }}</span>
    </p>
    <div class="track" :class="{ right }" @click="seek">
      <slot />
      <span
        v-if="isSeen(playback.shown, playback.shown)"
        class="playhead"
        aria-hidden="true"
        :style="{ left: `${share(playback.shown)}%` }"
      />
    </div>
  </div>
</template>

<style scoped>
/* as wide as the sides of charts, whose axes take 58 pixels */
.lane {
  display: grid;
  grid-template-columns: 220px minmax(0, 1fr);
  align-items: center;
  min-height: 34px;
}

.side {
  display: grid;
  min-width: 0;
  margin: 0;
  padding: 2px 8px;
  font-size: 12px;
}

.side strong,
.side span {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.track {
  position: relative;
  height: 16px;
  margin: 0 12px 0 58px;

  overflow: visible;
  background: rgb(var(--v-theme-line-soft));
  border-radius: 3px;
}

.track.right {
  margin-right: 58px;
}

.playhead {
  position: absolute;
  top: -9px;
  width: 2px;
  height: 34px;
  background: rgb(var(--v-theme-playhead));
  transform: translateX(-50%);
  pointer-events: none;
}
</style>
