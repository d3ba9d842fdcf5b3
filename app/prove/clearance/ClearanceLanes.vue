<script setup lang="ts">
/** Over the charts, on their time axis: when pairs of bodies overlap or touch; a press goes to the worst place of a stretch. */
import { usePlaybackStore } from '~/model/pose/playback'
import { seconds } from '~/fields/display'
import LaneStretch from '../charts/LaneStretch.vue'
import TimeLane from '../charts/TimeLane.vue'
import { useTimeShare } from '../charts/useTimeShare'
import { keyOf, useClearanceStore } from './clearance'
import { stateOf, valueWords, whenWords } from './clearance-words'
import { usePairs } from './usePairs'

defineProps<{ right: boolean }>()

/** Lanes besides that of the pair that is looked at. */
const MOST = 4

const clearance = useClearanceStore()
const playback = usePlaybackStore()
const { namesOf } = usePairs()

const lanes = computed(() => {
  const overlapping = clearance.sorted.filter((pair) => stateOf(pair) === 'overlaps').slice(0, MOST)
  const chosen = clearance.sorted.find((pair) => keyOf(pair) === clearance.chosen)
  return chosen && !overlapping.includes(chosen) ? [chosen, ...overlapping] : overlapping
})
const { share, isSeen } = useTimeShare()
</script>

<template>
  <section v-if="lanes.length > 0" class="lanes" aria-label="Clearance lanes">
    <div v-if="clearance.stopsAt !== null" class="first">
      <p class="side"><strong>First overlap</strong></p>
      <div class="bare" :class="{ right }">
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
    <TimeLane
      v-for="pair in lanes"
      :key="keyOf(pair)"
      :name="namesOf(pair)"
      :note="`${stateOf(pair) === 'near' ? valueWords(pair) + ', ' : ''}${whenWords(pair)}`"
      :right="right"
    >
      <LaneStretch
        v-for="contact in pair.contacts"
        :key="contact.from"
        :kind="contact.kind"
        :from="contact.from"
        :to="contact.to"
        @choose="playback.goTo(contact.time)"
      />
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
    </TimeLane>
  </section>
</template>

<style scoped>
.lanes {
  flex: none;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}

/* beside the lanes below it */
.first {
  display: grid;
  grid-template-columns: 220px minmax(0, 1fr);
  align-items: center;
  min-height: 22px;
}

.side {
  margin: 0;
  padding: 2px 8px;
  font-size: 12px;
}

.bare {
  position: relative;
  height: 16px;
  margin: 0 12px 0 58px;
}

.bare.right {
  margin-right: 58px;
}

.mark {
  position: absolute;
  top: 1px;
  width: 9px;
  height: 14px;
  background: rgb(var(--v-theme-measured));
  border-radius: 5px;
  transform: translateX(-50%);
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
</style>
