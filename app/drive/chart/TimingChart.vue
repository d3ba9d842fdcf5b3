<script setup lang="ts">
/**
 * The timing chart: a ruler, a lane for each driver, the cues, and the probes on the same time axis under one playhead.
 * The lane that is open has its table below it.
 */
import { isMovedByForces } from '@ligamen/core'
import { useMotorFlip } from '~/drive/drivers/useMotorFlip'
import { useElementSize } from '@vueuse/core'
import AddDriver from '../drivers/AddDriver.vue'
import ChangePoints from './ChangePoints.vue'
import CueMarks from './CueMarks.vue'
import CueTable from '../tables/CueTable.vue'
import LaneCurve from './LaneCurve.vue'
import LaneLabel from './LaneLabel.vue'
import LaneMoves from './LaneMoves.vue'
import MoveTable from '../tables/MoveTable.vue'
import PathMaker from '../paths/PathMaker.vue'
import PlayHead from '~/timing/PlayHead.vue'
import TieLinks from './TieLinks.vue'
import { useLanes } from '~/drive/chart/useLanes'
import { useRuler } from '~/timing/useRuler'
import { isMotionCue } from '~/drive/tables/cues'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePathMakerStore } from '~/drive/paths/path-maker'
import { usePlaybackStore } from '~/model/pose/playback'
import { useRunStore } from '~/model/run/run'
import { CUES, useTimingStore } from '~/timing/timing'

/** What can be laid over the curves of the lanes, and how it is drawn. */
const OVER = [
  { name: 'speed', symbol: 'v', title: 'Speed over the curves, dashed' },
  { name: 'acceleration', symbol: 'a', title: 'Acceleration over the curves, dotted' },
] as const

const { lanes, reading } = useLanes()
const mechanism = useMechanismStore()
const playback = usePlaybackStore()
const run = useRunStore()
const timing = useTimingStore()
useMotorFlip()
const path = usePathMakerStore()
const chart = useTemplateRef<HTMLElement>('chart')
const ruler = useTemplateRef<HTMLElement>('ruler')
/** Rows of lanes by driver, and that of the cues. */
const rows = new Map<string, HTMLElement>()
const noteRow = (lane: string) => (element: unknown) => {
  if (element) rows.set(lane, element as HTMLElement)
  else rows.delete(lane)
}
const { width } = useElementSize(ruler)

const moving = computed(() => lanes.value.filter(({ kind }) => kind !== 'probe'))
const isDriven = computed(() => moving.value.some(({ kind }) => kind === 'driver'))
const probes = computed(() => lanes.value.filter(({ kind }) => kind === 'probe'))
const cues = computed(() => (mechanism.scenario?.cues ?? []).filter(isMotionCue))

const marks = useRuler(width)
/** The stretch between the marks of playing. */
const played = computed(() => {
  if (!playback.marks) return null
  const [from, to] = playback.marks.map(timing.place) as [number, number]
  return { left: `${Math.max(0, from)}%`, width: `${Math.min(100, to) - Math.max(0, from)}%` }
})
const solvedEnd = computed(() => (run.take?.stopped || run.partial ? timing.place(playback.end) : null))

let dragging = false
function seek(event: PointerEvent) {
  const box = ruler.value!.getBoundingClientRect()
  playback.seek(timing.timeAt((event.clientX - box.left) / box.width))
}
function press(event: PointerEvent) {
  if (event.button !== 0 || !run.take) return
  dragging = true
  playback.pause()
  ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
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
const scrub = { pointerdown: press, pointermove: drag, pointerup: drop, pointercancel: drop }

/** Ctrl and the wheel show more or less, Shift and the wheel go along. */
function wheel(event: WheelEvent) {
  const box = ruler.value!.getBoundingClientRect()
  if (event.ctrlKey) {
    event.preventDefault()
    timing.zoom(event.deltaY > 0 ? 1.25 : 0.8, timing.timeAt((event.clientX - box.left) / box.width))
  } else if (event.shiftKey) {
    event.preventDefault()
    const [from, to] = timing.stretch
    timing.scroll(((event.deltaY || event.deltaX) / box.width) * (to - from))
  }
}
const toggle = (lane: string) => {
  timing.open = timing.open === lane ? null : lane
}
</script>

<template>
  <div class="chart" @wheel="wheel">
    <div ref="chart" class="content" :class="{ low: timing.low }">
      <div class="row head">
        <div class="zoom">
          <v-btn size="x-small" aria-label="Show less of the time" @click="timing.zoom(0.5, playback.shown)"
            >+</v-btn
          >
          <v-btn size="x-small" aria-label="Show more of the time" @click="timing.zoom(2, playback.shown)"
            >−</v-btn
          >
          <v-btn size="x-small" :disabled="!timing.seen" @click="timing.showAll">All</v-btn>
          <v-btn
            size="x-small"
            aria-label="Low lanes"
            title="Low lanes, so that many are seen"
            :aria-pressed="timing.low"
            @click="timing.toggleLow"
            >≡</v-btn
          >
          <span class="gap" />
          <v-btn
            v-for="{ name, symbol, title } in OVER"
            :key="name"
            size="x-small"
            :aria-label="`Lay the ${name} over the lanes`"
            :title="title"
            :aria-pressed="timing.laidOver[name]"
            @click="timing.laidOver[name] = !timing.laidOver[name]"
            >{{ symbol }}</v-btn
          >
        </div>
        <div ref="ruler" class="ruler track" v-on="scrub">
          <span v-if="played" class="played" :style="played" />
          <span v-for="mark in marks" :key="mark.text" class="tick tabular" :style="{ left: mark.left }">
            {{ mark.text }}
          </span>
          <ChangePoints />
        </div>
      </div>
      <template v-for="lane in moving" :key="lane.id">
        <div :ref="noteRow(lane.id)" class="row lane" :class="{ open: timing.open === lane.id }">
          <LaneLabel :lane="lane" :reading="reading" @open="toggle(lane.id)" />
          <div class="track" v-on="scrub">
            <LaneCurve :lane="lane" />
            <LaneMoves v-if="lane.driver && 'moves' in lane.driver" :lane="lane" :driver="lane.driver" />
          </div>
        </div>
        <MoveTable
          v-if="timing.open === lane.id && lane.driver && 'moves' in lane.driver"
          :lane="lane"
          :driver="lane.driver"
        />
      </template>
      <div
        v-if="mechanism.scenario"
        :ref="noteRow(CUES)"
        class="row cues"
        :class="{ open: timing.open === CUES }"
      >
        <button type="button" class="cue-label" :aria-expanded="timing.open === CUES" @click="toggle(CUES)">
          <span>Cues</span>
          <small class="muted">{{ cues.length === 0 ? 'take over, suspend, show …' : cues.length }}</small>
        </button>
        <div class="track" v-on="scrub"><CueMarks /></div>
      </div>
      <CueTable v-if="timing.open === CUES" />
      <div v-for="lane in probes" :key="lane.id" class="row lane probe">
        <LaneLabel :lane="lane" :reading="reading" />
        <div class="track" v-on="scrub"><LaneCurve :lane="lane" /></div>
      </div>
      <p v-if="!isDriven" class="muted empty">
        {{
          mechanism.scenario && isMovedByForces(mechanism.scenario)
            ? 'Nothing is driven: loads move what can move. Choose below what to drive, or a joint to give it a load.'
            : mechanism.scenario
              ? 'Nothing is driven in this scenario yet. Choose what to drive below.'
              : 'There is no scenario yet. Make one above to put motion on the mechanism.'
        }}
      </p>
      <PathMaker v-if="path.open" />
      <AddDriver v-else-if="mechanism.scenario" />
      <div class="over">
        <TieLinks :chart="chart" :row="(lane) => rows.get(lane) ?? null" />
        <div v-if="solvedEnd !== null" class="unsolved" :style="{ left: `${solvedEnd}%` }">
          <span>{{ run.partial ? 'not solved yet' : 'stops here' }}</span>
        </div>
        <PlayHead v-if="run.take" />
      </div>
    </div>
  </div>
</template>

<style scoped>
.chart {
  min-height: 0;
  overflow: hidden auto;
}

.content {
  position: relative;
  display: flex;
  flex-direction: column;
  min-height: 100%;
}

.row {
  display: grid;
  flex: none;
  grid-template-columns: 200px 1fr;
}

.track {
  position: relative;
  margin-right: 40px;
  cursor: ew-resize;
  border-bottom: 1px solid rgb(var(--v-theme-line-soft));
  touch-action: none;
}

.head {
  position: sticky;
  top: 0;
  z-index: 3;
  height: 22px;
  background: rgb(var(--v-theme-surface));
}

.zoom {
  display: flex;
  gap: 2px;
  padding: 1px 8px;
  border-right: 1px solid rgb(var(--v-theme-line));
}

.gap {
  flex: 1;
}

.zoom :deep(.v-btn) {
  min-width: 26px;
  height: 19px;
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

.played {
  position: absolute;
  bottom: 0;
  height: 4px;
  background: rgb(var(--v-theme-playhead));
}

.lane {
  flex: 1 0 52px;
  max-height: 110px;
}

.low .lane:not(.open) {
  flex: 0 0 21px;
}

.low .cues {
  height: 22px;
}

.lane.open {
  flex-grow: 0;
  flex-basis: 84px;
}

.low .lane.open {
  flex-basis: 52px;
}

.probe {
  flex-grow: 1.5;
}

.cues {
  height: 26px;
}

.cue-label {
  display: flex;
  gap: 8px;
  justify-content: space-between;
  padding: 4px 12px;
  font-size: 12px;
  text-align: left;
  border-right: 1px solid rgb(var(--v-theme-line));
  border-bottom: 1px solid rgb(var(--v-theme-line-soft));
}

.open > button,
.open > .cue-label {
  background: rgb(var(--v-theme-selected-soft));
}

.open > :deep(button .muted) {
  color: rgb(var(--v-theme-on-selected-soft));
}

.empty {
  margin: 0;
  padding: 10px 12px 2px;
}

.over {
  position: absolute;
  inset: 0 40px 0 200px;
  pointer-events: none;
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
  opacity: 0.85;
}

.unsolved span {
  padding: 1px 6px;
  background: rgb(var(--v-theme-attention-soft));
  border-radius: 4px;
}
</style>
