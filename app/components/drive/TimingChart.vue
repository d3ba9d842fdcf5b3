<script setup lang="ts">
/** The timing chart: a ruler, a lane for each driver and probe on the same time axis, and the playhead over all. */
import { useElementSize } from '@vueuse/core'
import { formatNumber } from '@ligamen/core'
import LaneCurve from './LaneCurve.vue'
import LaneLabel from './LaneLabel.vue'
import PlayHead from './PlayHead.vue'
import { useLanes } from '~/composables/useLanes'
import { tickSpacing, ticks } from '~/services/ticks'
import { usePlaybackStore } from '~/stores/playback'
import { useRunStore } from '~/stores/run'

/** Room between two ticks of the ruler [px]. */
const TICK_ROOM = 90

const { lanes, length, reading } = useLanes()
const playback = usePlaybackStore()
const run = useRunStore()
const tracks = useTemplateRef<HTMLElement>('tracks')
const { width } = useElementSize(tracks)

const marks = computed(() => {
  const wanted = width.value / TICK_ROOM
  const decimals = Math.max(1, -Math.floor(Math.log10(tickSpacing(length.value || 1, wanted))))
  return ticks(length.value, wanted).map((time) => ({
    left: `${(100 * time) / length.value}%`,
    text: `${formatNumber(time, decimals)} s`,
  }))
})
const solvedEnd = computed(() => (run.take?.stopped ? `${(100 * playback.end) / length.value}%` : null))

let dragging = false
function seek(event: PointerEvent) {
  const box = tracks.value!.getBoundingClientRect()
  playback.seek(((event.clientX - box.left) / box.width) * length.value)
}
function press(event: PointerEvent) {
  if (event.button !== 0 || !run.take) return
  dragging = true
  playback.pause()
  tracks.value!.setPointerCapture(event.pointerId)
  seek(event)
}
function drag(event: PointerEvent) {
  if (dragging) seek(event)
}
function drop() {
  if (!dragging) return
  dragging = false
  playback.pause()
}
</script>

<template>
  <div class="chart">
    <div class="labels">
      <div class="ruler" />
      <LaneLabel v-for="lane in lanes" :key="lane.id" :lane="lane" :reading="reading" />
      <p v-if="lanes.length === 0" class="muted empty">Nothing is driven or measured in this scenario.</p>
    </div>
    <div
      ref="tracks"
      class="tracks"
      @pointerdown="press"
      @pointermove="drag"
      @pointerup="drop"
      @pointercancel="drop"
    >
      <div class="ruler">
        <span v-for="mark in marks" :key="mark.text" class="tick tabular" :style="{ left: mark.left }">
          {{ mark.text }}
        </span>
      </div>
      <div v-for="lane in lanes" :key="lane.id" class="lane" :class="lane.kind">
        <LaneCurve :lane="lane" :length="length" />
      </div>
      <div v-if="solvedEnd" class="unsolved" :style="{ left: solvedEnd }"><span>stops here</span></div>
      <PlayHead v-if="run.take" :length="length" />
    </div>
  </div>
</template>

<style scoped>
.chart {
  display: grid;
  grid-template-columns: 200px 1fr;
  min-height: 0;
  overflow-y: auto;
}

.labels {
  display: flex;
  flex-direction: column;
  border-right: 1px solid rgb(var(--v-theme-line));
}

.tracks {
  position: relative;
  display: flex;
  flex-direction: column;
  margin-right: 40px;
  cursor: ew-resize;
  touch-action: none;
}

.ruler {
  position: relative;
  flex: none;
  height: 22px;
  border-bottom: 1px solid rgb(var(--v-theme-line-soft));
}

.tick {
  position: absolute;
  bottom: 0;
  padding: 0 0 3px 4px;
  font-size: 10.5px;
  color: rgb(var(--v-theme-muted));
  white-space: nowrap;
  border-left: 1px solid rgb(var(--v-theme-line));
}

/* as high as its label */
.lane {
  flex: 1 1 0;
  min-height: 52px;
  border-bottom: 1px solid rgb(var(--v-theme-line-soft));
}

.lane.probe {
  flex-grow: 1.5;
}

/* the same padding as its label, so that both grow to the same height */
.lane {
  position: relative;
  padding: 6px 0;
}

.empty {
  padding: 12px;
}

.unsolved {
  position: absolute;
  top: 22px;
  right: 0;
  bottom: 0;
  padding: 6px 8px;
  color: rgb(var(--v-theme-on-attention-soft));
  background: repeating-linear-gradient(
    135deg,
    rgb(var(--v-theme-attention-soft)) 0 8px,
    rgb(var(--v-theme-surface)) 8px 16px
  );
  border-left: 2px dashed rgb(var(--v-theme-attention));
}

.unsolved span {
  padding: 1px 6px;
  background: rgb(var(--v-theme-attention-soft));
  border-radius: 4px;
}
</style>
