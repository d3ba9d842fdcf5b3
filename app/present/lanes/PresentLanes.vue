<script setup lang="ts">
/** Shots, what is seen, and the drivers folded, on one time axis under one playhead. Blocks are chosen, and dragged in time. */
import { useElementSize } from '@vueuse/core'
import { drivenName, scenarioOf } from '@ligamen/core'
import type { Timed } from '@ligamen/core'
import FaultLine from '~/fields/FaultLine.vue'
import { formatSpan } from '~/fields/display'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlaybackStore } from '~/model/pose/playback'
import { useRunStore } from '~/model/run/run'
import { useSceneStore } from '~/model/screen/scene'
import PlayHead from '~/timing/PlayHead.vue'
import { useRuler } from '~/timing/useRuler'
import { useTimingStore } from '~/timing/timing'
import { useSequenceStore } from '../sequence'
import LaneBlock from './LaneBlock.vue'
import { seenLanes } from './lanes'
import { useBlockDrag } from './useBlockDrag'

const mechanism = useMechanismStore()
const playback = usePlaybackStore()
const run = useRunStore()
const scene = useSceneStore()
const sequence = useSequenceStore()
const timing = useTimingStore()
const ruler = useTemplateRef<HTMLElement>('ruler')
const { width } = useElementSize(ruler)
const { fault, drag, hold, pull, drop, cancel } = useBlockDrag(ruler)

const lanes = computed(() => seenLanes(scene.cues, timing.length, (id) => mechanism.nameOf(id)))
const marks = useRuler(width)
/** Moves of all drivers as thin bars, one row a driver. */
const drivers = computed(() =>
  (mechanism.scenario?.drivers ?? []).map((driver) => {
    const keys =
      'moves' in driver ? driver.moves.map((move, k) => move.id ?? `${driver.id}/${k}`) : [driver.id]
    return {
      id: driver.id,
      name: drivenName(mechanism.document!, driver),
      bars: keys.flatMap((key) => {
        const item = timing.itemOf(key)
        return item && item.start >= 0 && item.end > item.start ? [item] : []
      }),
    }
  }),
)
const course = (points: readonly (readonly [number, number])[]) =>
  points
    .map(([time, share], k) => {
      const isGap = Number.isNaN(share)
      const wasGap = k === 0 || Number.isNaN(points[k - 1]![1])
      return isGap
        ? ''
        : `${wasGap ? 'M' : 'L'}${timing.place(time).toFixed(3)},${(92 - 84 * share).toFixed(2)}`
    })
    .join(' ')

function seek(event: PointerEvent) {
  const { left, width: wide } = ruler.value!.getBoundingClientRect()
  playback.goTo(timing.timeAt((event.clientX - left) / wide))
}
let scrubbing = false
const scrub = {
  pointerdown(event: PointerEvent) {
    if (event.button !== 0 || !run.take) return
    scrubbing = true
    ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
    seek(event)
  },
  pointermove(event: PointerEvent) {
    if (scrubbing) seek(event)
  },
  pointerup: () => (scrubbing = false),
  pointercancel: () => (scrubbing = false),
}
const shotStart = (id: string, start: number) => (drag.value?.key === id ? drag.value.start : start)
const shotEnd = (id: string, start: number, end: number) =>
  drag.value?.key !== id ? end : (drag.value.end ?? end + drag.value.start - start)
const timedOf = (id: string, list: 'shots' | 'cues') => (draft: Parameters<typeof scenarioOf>[0]) =>
  scenarioOf(draft, mechanism.scenario!.id)[list]!.find((one) => one.id === id)! as Timed & {
    duration?: unknown
  }
</script>

<template>
  <div class="lanes">
    <FaultLine inset :text="fault" />
    <div class="content">
      <div class="row head">
        <div class="zoom">
          <v-btn size="x-small" aria-label="Show less of the time" @click="timing.zoom(0.5, playback.shown)"
            >+</v-btn
          >
          <v-btn size="x-small" aria-label="Show more of the time" @click="timing.zoom(2, playback.shown)"
            >−</v-btn
          >
          <v-btn size="x-small" :disabled="!timing.seen" @click="timing.showAll">All</v-btn>
        </div>
        <div ref="ruler" class="track" v-on="scrub">
          <span v-for="mark in marks" :key="mark.text" class="tick tabular" :style="{ left: mark.left }">{{
            mark.text
          }}</span>
        </div>
      </div>
      <div class="row shots" role="group" aria-label="Lane of shots">
        <p class="label">
          <strong>Shots</strong>
          <span class="muted">{{ sequence.all.length === 0 ? 'none yet' : sequence.all.length }}</span>
        </p>
        <div class="track" v-on="scrub">
          <LaneBlock
            v-for="({ shot, start, end }, k) in sequence.shots"
            :key="shot.id"
            :left="timing.place(shotStart(shot.id, start))"
            :right="timing.place(shotEnd(shot.id, start, end))"
            :words="`${sequence.all.indexOf(shot) + 1} ${shot.name}`"
            :title="`${sequence.all.indexOf(shot) + 1} ${shot.name}, ${formatSpan(start, end)}`"
            :chosen="timing.isChosen(shot.id)"
            :now="sequence.now?.shot === shot"
            :class="{ odd: k % 2 === 1 }"
            ends
            @hold="
              (event, end) =>
                hold(event, { key: shot.id, name: shot.name, start, end, isEnd: end !== null }, end)
            "
            @pull="pull"
            @drop="drop(timedOf(shot.id, 'shots'))"
            @cancel="cancel"
            @choose="timing.chosen = shot.id"
          />
        </div>
      </div>
      <div
        v-for="lane in lanes"
        :key="lane.key"
        class="row"
        role="group"
        :aria-label="`Lane of ${lane.name}`"
      >
        <p class="label">
          <strong>{{ lane.name }}</strong>
          <span class="muted">{{ lane.note }}</span>
        </p>
        <div class="track" v-on="scrub">
          <svg v-if="lane.course" viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden="true">
            <path :d="course(lane.course)" />
          </svg>
          <LaneBlock
            v-for="block in lane.blocks"
            :key="`${block.cue.id} ${block.start}`"
            :left="timing.place(shotStart(block.cue.id, block.start))"
            :right="timing.place(shotEnd(block.cue.id, block.start, block.end))"
            :words="lane.course ? '' : block.words"
            :title="`${block.words}, ${formatSpan(block.start, block.end)}`"
            :chosen="timing.isChosen(block.cue.id)"
            :thin="lane.course !== null"
            :dark="lane.key === 'captions'"
            :ends="block.end > block.start"
            @hold="
              (event, end) =>
                hold(
                  event,
                  {
                    key: block.cue.id,
                    name: block.words,
                    start: block.start,
                    end: block.end,
                    isEnd: end !== null,
                  },
                  end,
                )
            "
            @pull="pull"
            @drop="drop(timedOf(block.cue.id, 'cues'))"
            @cancel="cancel"
            @choose="timing.chosen = block.cue.id"
          />
        </div>
      </div>
      <div class="row drivers">
        <p class="label">
          <strong>{{ drivers.length === 1 ? '1 driver' : `${drivers.length} drivers` }}</strong>
          <span class="muted">folded; open Drive to change them</span>
        </p>
        <div class="track" v-on="scrub">
          <div v-for="driver in drivers" :key="driver.id" class="bars" :title="driver.name">
            <span
              v-for="bar in driver.bars"
              :key="bar.key"
              :style="{
                left: `${timing.place(bar.start)}%`,
                width: `${Math.max(0.2, timing.place(bar.end) - timing.place(bar.start))}%`,
              }"
            />
          </div>
        </div>
      </div>
      <div class="over"><PlayHead v-if="run.take" /></div>
      <p v-if="!run.take" class="muted note">Solve the scenario to see it play under the lanes.</p>
    </div>
  </div>
</template>

<style scoped>
.lanes {
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
  grid-template-columns: 200px minmax(0, 1fr);
  min-height: 40px;
}

.head {
  position: sticky;
  z-index: 3;
  top: 0;
  height: 22px;
  min-height: 22px;
  background: rgb(var(--v-theme-surface));
}

.zoom {
  display: flex;
  gap: 2px;
  padding: 1px 8px;
  border-right: 1px solid rgb(var(--v-theme-line));
}

.zoom :deep(.v-btn) {
  min-width: 26px;
  height: 19px;
}

.label {
  display: grid;
  align-content: center;
  min-width: 0;
  padding: 2px 12px;
  margin: 0;
  font-size: 12px;
  border-right: 1px solid rgb(var(--v-theme-line));
  border-bottom: 1px solid rgb(var(--v-theme-line-soft));
}

.label > * {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.label strong {
  font-weight: 500;
}

.label .muted {
  font-size: 11px;
}

.track {
  position: relative;
  margin-right: 40px;
  overflow: hidden;
  cursor: ew-resize;
  border-bottom: 1px solid rgb(var(--v-theme-line-soft));
  touch-action: none;
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

.shots {
  min-height: 52px;
}

svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}

path {
  fill: none;
  stroke: rgb(var(--v-theme-measured));
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}

.drivers {
  flex: 1 0 auto;
}

.drivers .track {
  display: flex;
  flex-direction: column;
  gap: 2px;
  justify-content: center;
  padding: 4px 0;
}

.bars {
  position: relative;
  height: 4px;
}

.bars span {
  position: absolute;
  height: 4px;
  background: rgb(var(--v-theme-primary));
  border-radius: 2px;
  opacity: 0.7;
}

.over {
  position: absolute;
  inset: 0 40px 0 200px;
  pointer-events: none;
}

.over :deep(.playhead) {
  pointer-events: auto;
}

.note {
  margin: 8px 14px;
}
</style>
