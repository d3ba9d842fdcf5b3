<script setup lang="ts">
/** What is seen over time: cues that fade, colour, cut open, spread apart, write and draw; a press chooses one. */
import { mdiPlus } from '@mdi/js'
import FaultLine from '~/fields/FaultLine.vue'
import { formatSpan, seconds } from '~/fields/display'
import { usePlaybackStore } from '~/model/pose/playback'
import { useTimingStore } from '~/timing/timing'
import { PICTURE_KINDS } from './picture-cues'
import { useSeenEdits } from './useSeenEdits'

const playback = usePlaybackStore()
const timing = useTimingStore()
const { fault, cues, wordsOf, add } = useSeenEdits()
const rows = computed(() =>
  cues.value
    .map((cue) => ({ cue, times: timing.itemOf(cue.id), words: wordsOf(cue) }))
    .sort((a, b) => (a.times?.start ?? Infinity) - (b.times?.start ?? Infinity)),
)
function timesOf({ times }: (typeof rows.value)[number]): string {
  if (!times || !(times.start >= 0)) return 'waits'
  return times.end > times.start ? formatSpan(times.start, times.end) : seconds(times.start)
}
function choose({ cue, times }: (typeof rows.value)[number]) {
  timing.chosen = cue.id
  if (times && times.start >= 0) playback.goTo(times.end > times.start ? times.end : times.start)
}
</script>

<template>
  <div>
    <div class="ways">
      <v-menu>
        <template #activator="{ props: opener }">
          <v-btn v-bind="opener" :prepend-icon="mdiPlus">Add at the playhead</v-btn>
        </template>
        <v-list density="compact">
          <v-list-item
            v-for="{ value, title } in PICTURE_KINDS"
            :key="value"
            :title="title"
            @click="add(value)"
          />
        </v-list>
      </v-menu>
    </div>
    <FaultLine inset :text="fault" />
    <p v-if="rows.length === 0" class="muted note">
      Housings fade, parts are coloured or spread apart, a cut opens the machine, and words say what is seen.
      Select what it is about, put the playhead where it begins, and add it; the motion itself stays as it is.
    </p>
    <ul>
      <li v-for="row in rows" :key="row.cue.id">
        <button type="button" :aria-pressed="timing.isChosen(row.cue.id)" @click="choose(row)">
          <span>{{ row.words }}</span>
          <span class="times tabular">{{ timesOf(row) }}</span>
        </button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.ways {
  padding: 10px 14px 4px;
}

.note {
  margin: 8px 14px;
}

ul {
  padding: 0;
  margin: 0;
  list-style: none;
}

li button {
  display: flex;
  gap: 8px;
  justify-content: space-between;
  width: 100%;
  padding: 7px 14px;
  text-align: left;
  border-bottom: 1px solid rgb(var(--v-theme-line-soft));
  border-left: 3px solid transparent;
}

li button:hover {
  background: rgb(var(--v-theme-primary-soft));
}

li button[aria-pressed='true'] {
  color: rgb(var(--v-theme-on-selected-soft));
  background: rgb(var(--v-theme-selected-soft));
  border-left-color: rgb(var(--v-theme-selected));
}

.times {
  flex: none;
  font-size: 11.5px;
}
</style>
