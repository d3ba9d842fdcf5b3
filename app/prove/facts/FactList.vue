<script setup lang="ts">
/** What the motion shows without being asked; a press goes there. */
import { findFacts, siOr } from '@ligamen/core'
import type { Fact } from '@ligamen/core'
import { usePlaybackStore } from '~/model/pose/playback'
import { useRunStore } from '~/model/run/run'
import { useSelectionStore } from '~/model/screen/selection'

const run = useRunStore()
const playback = usePlaybackStore()
const selection = useSelectionStore()

const TITLES: Readonly<Record<Fact['kind'], string>> = {
  limit: 'Limits that are touched',
  'four-bar': 'Four-bar loops',
  turn: 'Dead points',
  'quick-return': 'Quick returns',
  ratio: 'Overall ratios',
  dwell: 'Dwells',
  end: 'Cycle',
}
const groups = computed(() => {
  const { take, document, report, partial } = run
  const scenario = document?.scenarios.find(({ id }) => id === take?.scenario)
  if (!take || !document || !report || !scenario || partial) return []
  const length = siOr(scenario.length, 'time')
  const datums = new Map(report.datums.map(({ datum, body, frame }) => [datum, { body, frame }]))
  const facts = findFacts({ document, take, length, mobility: report.mobility }, datums)
  return Object.entries(TITLES)
    .map(([kind, title]) => ({ title, facts: facts.filter((fact) => fact.kind === kind) }))
    .filter((group) => group.facts.length > 0)
})
function go({ time, joint }: Fact) {
  if (joint !== null) selection.select('joint', joint)
  if (time !== null) playback.goTo(time)
}
</script>

<template>
  <div class="facts">
    <p v-if="groups.length === 0" class="muted empty">
      Nothing is found yet. Dead points, four-bar loops, ratios and dwells of a solved motion are listed here.
    </p>
    <section v-for="{ title, facts } in groups" :key="title" :aria-label="title">
      <h3 class="heading">{{ title }}</h3>
      <button v-for="fact in facts" :key="fact.sentence" type="button" class="row" @click="go(fact)">
        {{ fact.sentence }}
      </button>
    </section>
  </div>
</template>

<style scoped>
.facts {
  min-height: 0;
  overflow-y: auto;
}

.empty {
  margin: 12px 14px;
}

.row {
  display: block;
  width: 100%;
  padding: 5px 14px;
  text-align: left;
  border-bottom: 1px solid rgb(var(--v-theme-line-soft));
}

.row:hover {
  background: rgb(var(--v-theme-line-soft));
}
</style>
