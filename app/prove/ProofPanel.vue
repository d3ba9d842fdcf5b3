<script setup lang="ts">
/** The left panel of the Prove stage: checks, probes, clearances, swept volume and reach, facts, report. */
import DockFrame from '~/fields/DockFrame.vue'
import { usePanelsStore } from '~/model/screen/panels'
import CheckList from './checks/CheckList.vue'
import ClearanceList from './clearance/ClearanceList.vue'
import FactList from './facts/FactList.vue'
import ProbeList from './probes/ProbeList.vue'
import ReportPanel from './report/ReportPanel.vue'
import SpacePanel from './space/SpacePanel.vue'

defineProps<{ project: string; picture: () => Promise<Blob | null> }>()

const { proof: open } = storeToRefs(usePanelsStore())
const TABS = [
  { id: 'checks', name: 'Checks' },
  { id: 'probes', name: 'Probes' },
  { id: 'clearance', name: 'Clearance' },
  { id: 'space', name: 'Space' },
  { id: 'facts', name: 'Facts' },
  { id: 'report', name: 'Report' },
] as const
</script>

<template>
  <DockFrame v-model="open" class="proof" label="Proof" :tabs="TABS">
    <CheckList v-if="open === 'checks'" />
    <ProbeList v-else-if="open === 'probes'" />
    <ClearanceList v-else-if="open === 'clearance'" />
    <SpacePanel v-else-if="open === 'space'" />
    <FactList v-else-if="open === 'facts'" />
    <ReportPanel v-else :project="project" :picture="picture" />
  </DockFrame>
</template>

<style scoped>
.proof {
  height: 100%;
}

/* narrow panes cut nothing */
.proof {
  grid-template-columns: minmax(0, 1fr);
}

.proof :deep(.strip) {
  padding: 0 2px;
  gap: 0;
}

.proof :deep(.tabs) {
  gap: 3px;
  min-width: 0;
  overflow-x: auto;
}

.proof :deep(.tabs button) {
  padding: 0 1px;
  font-size: 11.5px;
  letter-spacing: -0.25px;
}

.proof :deep(.body) {
  display: flex;
  flex-direction: column;
}
</style>
