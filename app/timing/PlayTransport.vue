<script setup lang="ts">
/** Play, pause, step, loop and speed, the time at the playhead, and how the solving went. */
import {
  mdiContainEnd,
  mdiContainStart,
  mdiEye,
  mdiEyeOff,
  mdiPause,
  mdiPlay,
  mdiRepeat,
  mdiRepeatOff,
  mdiSkipPrevious,
  mdiStepBackward,
  mdiStepForward,
  mdiSwapHorizontal,
  mdiTuneVariant,
} from '@mdi/js'
import { parseQuantity } from '@ligamen/core'
import IconButton from '~/fields/IconButton.vue'
import FaultLine from '~/fields/FaultLine.vue'
import ScenarioBar from './ScenarioBar.vue'
import { seconds } from '~/fields/display'
import { sizeOf } from '~/model/run/kept-takes'
import { usePanelsStore } from '~/model/screen/panels'
import { useMechanismStore } from '~/model/document/mechanism'
import { SPEEDS, usePlaybackStore } from '~/model/pose/playback'
import { useRunStore } from '~/model/run/run'
import { useTimingStore } from '~/timing/timing'

const playback = usePlaybackStore()
const run = useRunStore()
const mechanism = useMechanismStore()
const timing = useTimingStore()
const panels = usePanelsStore()

/** Made once: a new list for every frame would draw the field anew. */
const PACES = SPEEDS.map((value) => ({ value, title: `${value}×` }))
const typed = ref('')
const editing = ref(false)
const fault = ref('')
const shown = computed(() => (editing.value ? typed.value : seconds(playback.shown, 3)))

function beginTyping() {
  typed.value = seconds(playback.shown, 3)
  editing.value = true
}

function go() {
  const read = parseQuantity(typed.value, 'time')
  if (!read.ok) {
    fault.value = read.problems[0]!.message
    return
  }
  fault.value = ''
  playback.goTo(read.value)
  // from now on it reads the playhead, which may still wait for that time to be solved
  editing.value = false
}

function type(text: string) {
  typed.value = text
  editing.value = true
}

function stopTyping() {
  editing.value = false
  fault.value = ''
}

const rate = computed(() => mechanism.scenario?.frameRate ?? 60)
const result = computed(() => {
  const { take, progress } = run
  if (progress !== null) {
    const gone = (performance.now() - run.begunAt) / 1000
    const left = progress > 0 ? (gone * (1 - progress)) / progress : 0
    return `· solving … ${Math.round(100 * progress)} %, ${seconds(progress * timing.length, 1)} reached, ${Math.round((progress * timing.length * rate.value) / Math.max(gone, 1e-3))} frames/s, ${seconds(left, 0)} left`
  }
  if (!take) return ''
  if (run.partial) return `· ${take.frames} frames found so far`
  const kept = sizeOf(take)
  const memory = kept > SHOWN_MEMORY ? ` · ${Math.round(kept / 2 ** 20)} MB` : ''
  return `· ${take.frames} frames solved in ${run.milliseconds < 10 ? run.milliseconds.toFixed(1) : run.milliseconds.toFixed(0)} ms${memory}`
})
/** True as long as what is shown is not yet that of the newest edit. */
const isBusy = computed(() => mechanism.working || run.pending)
/** A take that takes more than this says so [bytes]. */
const SHOWN_MEMORY = 16 * 2 ** 20
const nextSpeed = (value: number) => {
  playback.speed = value
}
</script>

<template>
  <div class="transport" role="toolbar" aria-label="Playback">
    <v-btn
      color="primary"
      variant="flat"
      :icon="playback.playing ? mdiPause : mdiPlay"
      :aria-label="playback.playing ? 'Pause' : 'Play'"
      :disabled="!run.take"
      title="Play or pause (space)"
      @click="playback.toggle"
    />
    <IconButton
      :icon="mdiSkipPrevious"
      name="To the start"
      :disabled="!run.take"
      @click="playback.step(-Infinity)"
    />
    <IconButton
      :icon="mdiStepBackward"
      name="One frame back"
      :disabled="!run.take"
      @click="playback.step(-1)"
    />
    <IconButton :icon="mdiStepForward" name="One frame on" :disabled="!run.take" @click="playback.step(1)" />
    <IconButton
      :icon="playback.loop ? mdiRepeat : mdiRepeatOff"
      name="Loop"
      :aria-pressed="playback.loop"
      :title="playback.loop ? 'Starts over at the end' : 'Stops at the end'"
      @click="playback.loop = !playback.loop"
    />
    <IconButton
      :icon="mdiSwapHorizontal"
      name="Back and forth"
      :aria-pressed="playback.thereAndBack"
      :disabled="!playback.loop"
      title="Turns round at the ends"
      @click="playback.thereAndBack = !playback.thereAndBack"
    />
    <IconButton
      :icon="mdiContainStart"
      name="Start of the range here"
      :disabled="!run.take"
      title="The range that is played starts here ([)"
      @click="playback.mark('start')"
    />
    <IconButton
      :icon="mdiContainEnd"
      name="End of the range here"
      :disabled="!run.take"
      title="The range that is played ends here (])"
      @click="playback.mark('end')"
    />
    <v-btn v-if="playback.marks" size="small" @click="playback.unmark">Play all</v-btn>
    <v-select
      class="speed"
      aria-label="Playback speed"
      :items="PACES"
      :model-value="playback.speed"
      @update:model-value="nextSpeed"
    />
    <input
      class="time tabular"
      aria-label="Time at the playhead"
      :aria-invalid="fault !== ''"
      :disabled="!run.take"
      :value="shown"
      @focus="beginTyping"
      @input="type(($event.target as HTMLInputElement).value)"
      @keydown.enter="go"
      @blur="stopTyping"
    />
    <FaultLine v-if="fault" :text="fault" />
    <template v-else>
      <!-- before the words, whose length changes -->
      <template v-if="run.progress !== null">
        <v-btn @click="mechanism.cancelSolve">Cancel</v-btn>
        <IconButton
          :icon="run.live ? mdiEye : mdiEyeOff"
          name="Watch while it is solved"
          :aria-pressed="run.live"
          :title="run.live ? 'The newest frame is shown' : 'Solved without a view, which is faster'"
          @click="run.live = !run.live"
        />
      </template>
      <v-btn v-if="run.problem?.code === 'cancelled'" @click="mechanism.solveAgain">Solve</v-btn>
      <span v-if="run.take" class="whole muted tabular">/ {{ seconds(playback.end) }}</span>
      <span class="result muted tabular" role="status" :aria-busy="isBusy">{{ result }}</span>
    </template>
    <span class="spacer" />
    <v-btn :prepend-icon="mdiTuneVariant" :aria-pressed="panels.desk" @click="panels.desk = !panels.desk"
      >Desk</v-btn
    >
    <ScenarioBar />
    <span v-if="run.stale && run.progress === null && run.problem" class="stale"
      >older than the last edit</span
    >
  </div>
</template>

<style scoped>
.transport {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px;
  min-height: 38px;
  padding: 0 12px;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}

.transport :deep(.v-btn--icon) {
  width: 30px;
  height: 30px;
}

.speed {
  flex: none;
  width: 84px;
}

.speed :deep(.v-field__input) {
  min-height: 28px;
  padding-block: 2px;
}

.speed :deep(.v-field) {
  --v-input-control-height: 28px;
}

.time {
  width: 82px;
  margin-left: 8px;
  padding: 3px 6px;
  font-weight: 600;
  text-align: right;
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 6px;
}

/* what does not fit is cut at its end */
.whole,
.result {
  white-space: nowrap;
}

.result {
  flex: 1 1 60px;
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
}

.transport > :not(.result, .spacer) {
  flex: none;
}

.spacer {
  flex: 1;
}

.stale {
  padding: 2px 8px;
  color: rgb(var(--v-theme-on-attention-soft));
  background: rgb(var(--v-theme-attention-soft));
  border-radius: 10px;
}
</style>
