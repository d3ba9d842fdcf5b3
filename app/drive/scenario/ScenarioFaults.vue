<script setup lang="ts">
/** What is wrong with the scenario, at its place, with what would mend it. */
import type { Problem } from '@ligamen/core'
import { useMendingStore } from '~/model/run/mending'
import { useRunStore } from '~/model/run/run'

const props = defineProps<{
  /** Only what concerns this move, motor or cue; everything when left out. */
  entry?: string
}>()
const run = useRunStore()
const mending = useMendingStore()

const faults = computed(() => {
  const { report } = run
  const all: readonly Problem[] = report
    ? [...(report.problem ? [report.problem] : []), ...report.warnings]
    : []
  return all.filter(({ ids }) => props.entry === undefined || ids?.[0] === props.entry)
})
</script>

<template>
  <p v-for="problem in faults" :key="problem.message" class="fault" role="alert">
    {{ problem.message }}
    <v-btn
      v-for="way in mending.waysOf(problem)"
      :key="way.sentence"
      size="small"
      @click="mending.take(way)"
      >{{ way.sentence }}</v-btn
    >
    <template v-if="mending.waysOf(problem).length > 0">{{ mending.fault }}</template>
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
