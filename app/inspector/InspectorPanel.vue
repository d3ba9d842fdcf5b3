<script setup lang="ts">
/** What is selected, or the run itself when nothing is; the mobility panel is in its place while it is open. */
import BodyInspector from './bodies/BodyInspector.vue'
import DatumInspector from './bodies/DatumInspector.vue'
import GroupInspector from './bodies/GroupInspector.vue'
import JointInspector from './joints/JointInspector.vue'
import MobilityPanel from './MobilityPanel.vue'
import RelationInspector from './RelationInspector.vue'
import SeveralInspector from './SeveralInspector.vue'
import ScenarioInspector from './scenario/ScenarioInspector.vue'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePanelsStore } from '~/model/screen/panels'
import { useSelectionStore } from '~/model/screen/selection'
import { useStageStore } from '~/model/screen/stage'
import type { Kind } from '~/model/screen/selection'

const CheckInspector = defineAsyncComponent(() => import('./proof/CheckInspector.vue'))
const ProbeInspector = defineAsyncComponent(() => import('./proof/ProbeInspector.vue'))
const mechanism = useMechanismStore()
const selection = useSelectionStore()
const panels = usePanelsStore()
const stage = useStageStore()

const found = <T extends { id: string }>(kind: Kind, entries: readonly T[] | undefined): T | undefined => {
  const { selected } = selection
  return selected?.kind === kind ? entries?.find(({ id }) => id === selected.id) : undefined
}
/** Joints, mates and relations are edited together; of bodies the last one is shown. */
const several = computed(
  () =>
    selection.all.length > 1 &&
    selection.all.every(({ kind }) => kind === 'joint' || kind === 'mate' || kind === 'relation'),
)
const body = computed(() => found('body', mechanism.document?.bodies))
const group = computed(() => found('group', mechanism.document?.groups))
const datum = computed(() => found('datum', mechanism.document?.datums))
const joint = computed(() => found('joint', mechanism.document?.joints))
const mate = computed(() => found('mate', mechanism.document?.mates))
const relation = computed(() => found('relation', mechanism.document?.relations))
const probe = computed(() => found('probe', mechanism.document?.probes))
const check = computed(() => found('check', mechanism.document?.checks))
const HINTS = {
  build:
    'Select a body to see its part, place and mass. Make parts from the kit below; the first one is fixed to ground.',
  connect:
    'Select a joint to set its limits, or pick two datums below to make one. Drag a body to see what is free.',
  present:
    'Choose a shot or what is seen on the left, or something on the model. Playing looks through the shots, or leaves you your own view.',
  prove:
    'Select a check or a probe on the left, or something on the model and press Measure. A press on a chart goes to that time.',
}
</script>

<template>
  <aside aria-label="Inspector">
    <MobilityPanel v-if="panels.mobility" />
    <SeveralInspector v-else-if="several" :key="selection.all.map(({ id }) => id).join()" />
    <BodyInspector v-else-if="body" :key="body.id" :body="body" />
    <GroupInspector v-else-if="group" :key="group.id" :group="group" />
    <DatumInspector v-else-if="datum" :key="datum.id" :datum="datum" />
    <JointInspector v-else-if="joint" :key="joint.id" :joint="joint" />
    <RelationInspector v-else-if="mate" :key="mate.id" list="mates" :entity="mate" />
    <RelationInspector v-else-if="relation" :key="relation.id" list="relations" :entity="relation" />
    <ProbeInspector v-else-if="probe" :key="probe.id" :probe="probe" />
    <CheckInspector v-else-if="check" :key="check.id" :check="check" />
    <p v-else-if="stage.stage !== 'drive'" class="hint muted">{{ HINTS[stage.stage] }}</p>
    <ScenarioInspector v-else-if="mechanism.scenario" :scenario="mechanism.scenario" />
  </aside>
</template>

<style scoped>
aside {
  height: 100%;
  padding-bottom: 12px;
  overflow-y: auto;
  background: rgb(var(--v-theme-surface));
}

.hint {
  margin: 14px;
}
</style>
