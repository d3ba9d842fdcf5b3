<script setup lang="ts">
/** The shots in the order in which they come; a press chooses one and goes to where it begins. */
import { mdiPlus } from '@mdi/js'
import type { Camera } from '@ligamen/core'
import FaultLine from '~/fields/FaultLine.vue'
import { formatSpan } from '~/fields/display'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlaybackStore } from '~/model/pose/playback'
import { useTimingStore } from '~/timing/timing'
import { useSequenceStore } from '../sequence'
import { shotWords } from './shot-words'
import { useShotEdits } from './useShotEdits'
import PictureFields from '../picture/PictureFields.vue'

const props = defineProps<{ lookingFrom: () => Camera | null }>()
const mechanism = useMechanismStore()
const playback = usePlaybackStore()
const timing = useTimingStore()
const sequence = useSequenceStore()
const { fault, add } = useShotEdits()

const rows = computed(() =>
  sequence.all.map((shot) => ({
    shot,
    times: sequence.shots.find((one) => one.shot === shot),
    words: shotWords(shot, (id) => mechanism.nameOf(id)),
    faults: sequence.faults.filter(({ ids }) => ids?.[0] === shot.id),
  })),
)
function choose({ shot, times }: (typeof rows.value)[number]) {
  timing.chosen = shot.id
  if (times) playback.goTo(times.start)
}
function make() {
  const camera = props.lookingFrom()
  if (camera) void add(camera)
}
</script>

<template>
  <div class="shots">
    <p v-if="rows.length === 0" class="muted note">
      A shot says from where the motion is seen for a while. Turn the model as it should be seen, and press +
      Shot from this view; the next one follows it.
    </p>
    <ol v-else>
      <li v-for="(row, k) in rows" :key="row.shot.id">
        <button
          type="button"
          class="row"
          :aria-pressed="timing.isChosen(row.shot.id)"
          :aria-current="sequence.now?.shot === row.shot ? 'step' : undefined"
          @click="choose(row)"
        >
          <span class="number tabular">{{ k + 1 }}</span>
          <span class="words">
            <strong>{{ row.shot.name }}</strong>
            <span class="muted">{{ row.words }}</span>
          </span>
          <span class="times tabular">{{
            row.times ? formatSpan(row.times.start, row.times.end) : 'waits'
          }}</span>
        </button>
        <p v-for="one in row.faults" :key="one.code" class="warning" role="status">{{ one.message }}</p>
      </li>
    </ol>
    <div class="ways">
      <v-btn :prepend-icon="mdiPlus" @click="make">Shot from this view</v-btn>
    </div>
    <FaultLine inset :text="fault" />
    <PictureFields />
  </div>
</template>

<style scoped>
.note {
  margin: 12px 14px;
}

ol {
  padding: 0;
  margin: 0;
  list-style: none;
}

.row {
  display: grid;
  grid-template-columns: 18px minmax(0, 1fr) auto;
  gap: 8px;
  align-items: baseline;
  width: 100%;
  padding: 8px 12px 9px;
  text-align: left;
  border-bottom: 1px solid rgb(var(--v-theme-line-soft));
  border-left: 3px solid transparent;
}

.row:hover {
  background: rgb(var(--v-theme-primary-soft));
}

.row[aria-pressed='true'] {
  color: rgb(var(--v-theme-on-selected-soft));
  background: rgb(var(--v-theme-selected-soft));
  border-left-color: rgb(var(--v-theme-selected));
}

.row[aria-pressed='true'] .muted {
  color: inherit;
}

.warning {
  margin: 4px 14px;
  padding: 6px 8px;
  font-size: 12px;
  color: rgb(var(--v-theme-on-attention-soft));
  background: rgb(var(--v-theme-attention-soft));
  border-radius: 6px;
}

.words {
  display: grid;
  gap: 1px;
}

.words strong {
  font-weight: 600;
}

.words .muted,
.times {
  font-size: 11.5px;
}

.number {
  font-weight: 600;
}

.ways {
  padding: 10px 14px;
}
</style>
