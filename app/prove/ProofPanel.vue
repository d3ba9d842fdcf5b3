<script setup lang="ts">
/** The left panel of the Prove stage: checks, probes, facts. */
import DockFrame from '~/fields/DockFrame.vue'
import { usePanelsStore } from '~/model/screen/panels'
import CheckList from './checks/CheckList.vue'
import FactList from './facts/FactList.vue'
import ProbeList from './probes/ProbeList.vue'

const { proof: open } = storeToRefs(usePanelsStore())
const TABS = [
  { id: 'checks', name: 'Checks' },
  { id: 'probes', name: 'Probes' },
  { id: 'facts', name: 'Facts' },
] as const
</script>

<template>
  <DockFrame v-model="open" class="proof" label="Proof" :tabs="TABS">
    <CheckList v-if="open === 'checks'" />
    <ProbeList v-else-if="open === 'probes'" />
    <FactList v-else />
  </DockFrame>
</template>

<style scoped>
.proof {
  height: 100%;
}

.proof :deep(.body) {
  display: flex;
  flex-direction: column;
}
</style>
