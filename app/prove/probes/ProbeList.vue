<script setup lang="ts">
/** The probes with what they read at the playhead; a press selects one. */
import { mdiPlus } from '@mdi/js'
import { frameAt } from '@ligamen/core'
import { display } from '~/fields/display'
import { usePlaybackStore } from '~/model/pose/playback'
import { useRunStore } from '~/model/run/run'
import { useSelectionStore } from '~/model/screen/selection'
import { useProofStore } from '../proof'
import ProbeMaker from './ProbeMaker.vue'
import { useProbeMakerStore } from './probe-maker'
import { PROBE_WORDS } from './probe-words'

const run = useRunStore()
const playback = usePlaybackStore()
const selection = useSelectionStore()
const proof = useProofStore()
const maker = useProbeMakerStore()

const columns = computed(() => new Map(run.take?.probeChannels.map(({ key }, column) => [key, column])))
/** Of every probe that the take has. */
const readings = computed(() => {
  const { take } = run
  if (!take || take.frames === 0) return new Map<string, string>()
  const at = frameAt(take, playback.shown) * take.probeChannels.length
  return new Map(
    [...columns.value].map(([id, c]) => [
      id,
      display(take.probes[3 * (at + c)]!, take.probeChannels[c]!.dimension, 0),
    ]),
  )
})
</script>

<template>
  <div class="probes">
    <ProbeMaker v-if="maker.open" />
    <v-btn v-else class="new" :prepend-icon="mdiPlus" @click="maker.start()">New probe</v-btn>
    <p v-if="proof.probes.length === 0" class="muted empty">
      A probe measures something over the whole motion. Select a joint, a body or a datum and press Measure,
      or make one here.
    </p>
    <ul>
      <li v-for="probe in proof.probes" :key="probe.id">
        <button
          type="button"
          class="row"
          :aria-pressed="selection.is('probe', probe.id)"
          @click="selection.select('probe', probe.id)"
        >
          <span class="words">
            <strong>{{ probe.name }}</strong>
            <span class="muted kind">{{ PROBE_WORDS[probe.kind] }}</span>
          </span>
          <span class="tabular">{{ readings.get(probe.id) ?? '' }}</span>
        </button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.probes {
  display: flex;
  flex: 1;
  flex-direction: column;
  min-height: 0;
}

.new {
  flex: none;
  align-self: flex-start;
  margin: 8px 12px;
}

.empty {
  margin: 4px 14px;
}

ul {
  flex: 1;
  min-height: 0;
  margin: 0;
  padding: 0;
  overflow-y: auto;
  list-style: none;
  border-top: 1px solid rgb(var(--v-theme-line));
}

.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  width: 100%;
  padding: 6px 12px;
  text-align: left;
  border-bottom: 1px solid rgb(var(--v-theme-line-soft));
}

.row:hover {
  background: rgb(var(--v-theme-line-soft));
}

.row[aria-pressed='true'] {
  background: rgb(var(--v-theme-selected-soft));
}

.row[aria-pressed='true'] .muted {
  color: rgb(var(--v-theme-on-selected-soft));
}

.words {
  display: grid;
  min-width: 0;
}

.words strong {
  overflow: hidden;
  font-weight: 500;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.kind {
  font-size: 12px;
}
</style>
