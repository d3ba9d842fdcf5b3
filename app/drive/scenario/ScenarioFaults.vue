<script setup lang="ts">
/** What is wrong with the scenario, at its place, with what would mend it. */
import { mendScenario } from '@ligamen/core'
import type { Advice, Problem } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { useRunStore } from '~/model/run/run'

const props = defineProps<{
  /** Only what concerns this move, motor or cue; everything when left out. */
  entry?: string
}>()
const mechanism = useMechanismStore()
const run = useRunStore()

const faults = computed(() => {
  const { report } = run
  const all: readonly Problem[] = report
    ? [...(report.problem ? [report.problem] : []), ...report.warnings]
    : []
  return all
    .filter(({ ids }) => props.entry === undefined || ids?.[0] === props.entry)
    .map((problem) => ({
      problem,
      ways:
        mechanism.document && mechanism.scenario
          ? mendScenario(mechanism.document, mechanism.scenario.id, problem)
          : [],
    }))
})
const take = (way: Advice) => mechanism.replace(way.edit, way.document)
</script>

<template>
  <p v-for="{ problem, ways } in faults" :key="problem.message" class="fault" role="alert">
    {{ problem.message }}
    <v-btn v-for="way in ways" :key="way.sentence" size="small" @click="take(way)">{{ way.sentence }}</v-btn>
  </p>
</template>

<style scoped>
.fault {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  margin: 2px 0;
  padding: 4px 8px;
  color: rgb(var(--v-theme-on-attention-soft));
  background: rgb(var(--v-theme-attention-soft));
  border-radius: 6px;
}
</style>
