<script setup lang="ts">
/** What is selected, or the run itself when nothing is. */
import BodyInspector from './BodyInspector.vue'
import JointInspector from './JointInspector.vue'
import ScenarioInspector from './ScenarioInspector.vue'
import { useMechanismStore } from '~/stores/mechanism'
import { useSelectionStore } from '~/stores/selection'

const mechanism = useMechanismStore()
const selection = useSelectionStore()

const body = computed(() => {
  const { selected } = selection
  return selected?.kind === 'body' ? mechanism.document?.bodies.find((b) => b.id === selected.id) : undefined
})
const joint = computed(() => {
  const { selected } = selection
  return selected?.kind === 'joint' ? mechanism.document?.joints.find((j) => j.id === selected.id) : undefined
})
</script>

<template>
  <aside aria-label="Inspector">
    <BodyInspector v-if="body" :key="body.id" :body="body" />
    <JointInspector v-else-if="joint" :key="joint.id" :joint="joint" />
    <ScenarioInspector v-else-if="mechanism.scenario" :scenario="mechanism.scenario" />
  </aside>
</template>

<style scoped>
aside {
  padding-bottom: 12px;
  overflow-y: auto;
  background: rgb(var(--v-theme-surface));
  border-left: 1px solid rgb(var(--v-theme-line));
}
</style>
