<script setup lang="ts">
/** Over the charts, on their time axis: when pairs of bodies overlap or touch; a press goes to the worst place of a stretch. */
import { usePlaybackStore } from '~/model/pose/playback'
import { seconds } from '~/fields/display'
import { useBoardStore } from '../charts/board'
import { keyOf, useClearanceStore } from './clearance'
import { stateOf, valueWords, whenWords } from './clearance-words'
import { usePairs } from './usePairs'

defineProps<{ right: boolean }>()

/** Lanes besides that of the pair that is looked at. */
const MOST = 4

const clearance = useClearanceStore()
const playback = usePlaybackStore()
const board = useBoardStore()
const { namesOf } = usePairs()

const lanes = computed(() => {
  const overlapping = clearance.sorted.filter((pair) => stateOf(pair) === 'overlaps').slice(0, MOST)
  const chosen = clearance.sorted.find((pair) => keyOf(pair) === clearance.chosen)
  return chosen && !overlapping.includes(chosen) ? [chosen, ...overlapping] : overlapping
})
const [from, to] = [computed(() => board.stretch[0]), computed(() => board.stretch[1])]
const share = (time: number) => (100 * (time - from.value)) / (to.value - from.value)
const within = (time: number) => Math.min(100, Math.max(0, share(time)))
const isSeen = (start: number, end: number) => end >= from.value && start <= to.value
function seek(event: MouseEvent) {
  const { left, width } = (event.currentTarget as HTMLElement).getBoundingClientRect()
  playback.goTo(from.value + ((event.clientX - left) / width) * (to.value - from.value))
}
</script>

<template>
  <section v-if="lanes.length > 0" class="lanes" aria-label="Clearance lanes">
    <div v-if="clearance.stopsAt !== null" class="lane first">
      <p class="side"><strong>First overlap</strong></p>
      <div class="track bare" :class="{ right }">
        <button
          v-if="isSeen(clearance.stopsAt, clearance.stopsAt)"
          type="button"
          class="stop-words tabular"
          :class="{ before: share(clearance.stopsAt) > 60 }"
          :style="{ left: `${share(clearance.stopsAt)}%` }"
          @click="playback.goTo(clearance.stopsAt)"
        >
          stops here, {{ seconds(clearance.stopsAt, 3) }}
        </button>
      </div>
    </div>
    <div v-for="pair in lanes" :key="keyOf(pair)" class="lane">
      <p class="side">
        <strong>{{ namesOf(pair) }}</strong>
        <span class="muted tabular"
          >{{ stateOf(pair) === 'near' ? valueWords(pair) + ', ' : '' }}{{ whenWords(pair) }}</span
        >
      </p>
      <div class="track" :class="{ right }" @click="seek">
        <template v-for="contact in pair.contacts" :key="contact.from">
          <button
            v-if="isSeen(contact.from, contact.to)"
            type="button"
            class="stretch"
            :class="contact.kind"
            :style="{
              left: `${within(contact.from)}%`,
              width: `${within(contact.to) - within(contact.from)}%`,
            }"
            :aria-label="`${contact.kind === 'overlaps' ? 'Overlap' : 'Contact'} from ${seconds(contact.from, 3)} to ${seconds(contact.to, 3)}`"
            @click.stop="playback.goTo(contact.time)"
          />
        </template>
        <button
          v-if="pair.contacts.length === 0 && pair.nearest && isSeen(pair.nearest.time, pair.nearest.time)"
          type="button"
          class="mark"
          :style="{ left: `${share(pair.nearest.time)}%` }"
          :aria-label="`Nearest at ${seconds(pair.nearest.time, 3)}`"
          @click.stop="playback.goTo(pair.nearest.time)"
        />
        <span
          v-if="clearance.stopsAt !== null && isSeen(clearance.stopsAt, clearance.stopsAt)"
          class="stops"
          aria-hidden="true"
          :style="{ left: `${share(clearance.stopsAt)}%` }"
        />
        <span
          v-if="isSeen(playback.shown, playback.shown)"
          class="playhead"
          aria-hidden="true"
          :style="{ left: `${share(playback.shown)}%` }"
        />
      </div>
    </div>
  </section>
</template>

<style scoped>
.lanes {
  flex: none;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}

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

.stretch,
.mark {
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

.mark {
  width: 9px;
  background: rgb(var(--v-theme-measured));
  border-radius: 5px;
  transform: translateX(-50%);
}

.lane.first {
  min-height: 22px;
}

.bare {
  background: none;
}

.stop-words {
  position: absolute;
  top: -2px;
  padding: 0 4px;
  font-size: 12px;
  color: rgb(var(--v-theme-error));
  white-space: nowrap;
  border-left: 2px dashed rgb(var(--v-theme-error));
}

/* near the end of the axis there is no room behind it */
.stop-words.before {
  border-right: 2px dashed rgb(var(--v-theme-error));
  border-left: none;
  transform: translateX(-100%);
}

.stops {
  position: absolute;
  top: -9px;
  height: 34px;
  border-left: 2px dashed rgb(var(--v-theme-error));
  pointer-events: none;
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
