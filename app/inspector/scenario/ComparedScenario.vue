<script setup lang="ts">
/** Another scenario beside the one shown: its curves in the lanes, a ghost where it is, and where the two differ most. */
import type { Scenario } from '@ligamen/core'
import { differencesOf } from '~/inspector/scenario/compare-takes'
import { display, seconds } from '~/fields/display'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlaybackStore } from '~/model/pose/playback'
import { useRunStore } from '~/model/run/run'
import FaultLine from '~/fields/FaultLine.vue'

const MOST = 8
/** Less than this is no difference [m, rad]. */
const SAME = 1e-9

const props = defineProps<{ scenario: Scenario }>()
const mechanism = useMechanismStore()
const run = useRunStore()
const playback = usePlaybackStore()

const others = computed(() => [
  { value: '', title: 'nothing' },
  ...(mechanism.document?.scenarios ?? [])
    .filter(({ id }) => id !== props.scenario.id)
    .map(({ id, name }) => ({ value: id, title: name })),
])
const differences = computed(() => {
  if (!run.take || !run.compared || run.partial) return null
  return differencesOf(run.take, run.compared).filter(({ most }) => most > SAME)
})
</script>

<template>
  <h3 class="heading">Compared</h3>
  <div class="choice">
    <v-select
      label="With the scenario"
      :items="others"
      :model-value="mechanism.comparedId ?? ''"
      @update:model-value="mechanism.compareWith($event || null)"
    />
    <FaultLine v-if="run.comparedProblem" :text="run.comparedProblem.message" />
    <p v-else-if="mechanism.comparedId && !run.compared" class="muted" role="status">Solving it …</p>
    <p v-else-if="differences?.length === 0" class="muted" role="status">The two move alike.</p>
    <ul v-else-if="differences" aria-label="Largest differences">
      <li v-for="difference in differences.slice(0, MOST)" :key="difference.key">
        <button type="button" title="Go there" @click="playback.seek(difference.at)">
          <span class="name">{{ difference.name }}</span>
          <span class="tabular">{{ display(difference.most, difference.dimension, 0) }}</span>
          <span class="muted tabular">at {{ seconds(difference.at) }}</span>
        </button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.choice {
  padding: 5px 14px;
}

p {
  margin: 6px 0 0;
}

ul {
  margin: 6px 0 0;
  padding: 0;
  list-style: none;
}

button {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto 72px;
  gap: 8px;
  width: 100%;
  padding: 3px 0;
  text-align: left;
}

button:hover {
  background: rgb(var(--v-theme-primary-soft));
}

.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
