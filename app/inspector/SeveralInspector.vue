<script setup lang="ts">
/** Several joints, mates or relations at once: the same limits or motor for all, suspended together, related, deleted. */
import {
  driveAll,
  drivenOtherwise,
  reasons,
  removalOf,
  scenarioToFill,
  setForAll,
  sharedDimension,
  sharedValue,
  speedOfAll,
  switchAll,
} from '@ligamen/core'
import type { MechanismDocument, Problem, Quantity, SharedField } from '@ligamen/core'
import FaultLine from '~/fields/FaultLine.vue'
import QuantityField from '~/fields/QuantityField.vue'
import { useRelateSelected } from '~/connect/relations/useRelateSelected'
import { useMechanismStore } from '~/model/document/mechanism'
import { useSelectionStore } from '~/model/screen/selection'

const mechanism = useMechanismStore()
const selection = useSelectionStore()
const relate = useRelateSelected()
const fault = ref('')

const ids = computed(() => selection.all.map(({ id }) => id))
const joints = computed(() => selection.all.filter(({ kind }) => kind === 'joint').map(({ id }) => id))
const isJointsAlone = computed(() => joints.value.length === ids.value.length)
const words = computed(() => ids.value.map((id) => mechanism.nameOf(id)).join(', '))
const document = computed(() => mechanism.document!)
const dimension = computed(() => (isJointsAlone.value ? sharedDimension(document.value, joints.value) : null))
const drivers = computed(() => mechanism.scenario?.drivers ?? [])
const kept = computed(() => drivenOtherwise(drivers.value, joints.value))
const hanging = computed(() => removalOf(document.value, ids.value).sentence)

const FIELDS: readonly { readonly field: SharedField; readonly label: string }[] = [
  { field: 'lower', label: 'Lower limit of each' },
  { field: 'upper', label: 'Upper limit of each' },
  { field: 'rest', label: 'Rest position of each' },
]

const change = (edit: string, apply: (draft: MechanismDocument) => MechanismDocument) =>
  mechanism.edit(`${ids.value.length} selected: ${edit}`, apply)
const set = (field: SharedField, label: string) => (value: Quantity) =>
  change(`${label.toLowerCase()} ${value}`, (draft) => setForAll(draft, joints.value, field, value))
const setSpeed = (speed: Quantity) =>
  change(`motor speed ${speed}`, (draft) =>
    driveAll(draft, scenarioToFill(draft, mechanism.scenario?.id), joints.value, speed),
  )
const clear = (field: SharedField, label: string) => () =>
  change(`no ${label.toLowerCase()}`, (draft) => setForAll(draft, joints.value, field, undefined))

async function tell(going: Promise<readonly Problem[]>): Promise<boolean> {
  const refused = await going
  fault.value = reasons(refused)
  return refused.length === 0
}
const switchTo = (suspended: boolean) =>
  tell(change(suspended ? 'suspend' : 'restore', (draft) => switchAll(draft, ids.value, suspended)))
async function remove() {
  const gone = ids.value
  if (await tell(change('delete', (draft) => removalOf(draft, gone).document))) selection.drop(gone)
}
</script>

<template>
  <h2 class="heading">
    {{ ids.length }} selected <span>{{ isJointsAlone ? 'joints' : 'several kinds' }}</span>
  </h2>
  <p class="names muted">{{ words }}</p>
  <template v-if="dimension">
    <QuantityField
      v-for="{ field, label } in FIELDS"
      :key="field"
      :label="label"
      :value="sharedValue(document, joints, field) ?? null"
      :dimension="dimension"
      :commit="set(field, label)"
      :clear="clear(field, label)"
    />
    <QuantityField
      v-if="mechanism.scenario && kept.length < joints.length"
      label="Motor speed of each"
      :value="speedOfAll(drivers, joints) ?? null"
      :dimension="dimension === 'angle' ? 'angularSpeed' : 'speed'"
      :commit="setSpeed"
    />
    <p v-if="kept.length > 0" class="names muted">
      Driven in another way, and left as they are: {{ kept.map((id) => mechanism.nameOf(id)).join(', ') }}.
    </p>
  </template>
  <p v-else-if="isJointsAlone" class="names muted">
    Limits can be set for all at once where every joint has one freedom, and all turn or all slide.
  </p>
  <div class="actions">
    <v-btn v-if="isJointsAlone" @click="relate">Relate them</v-btn>
    <v-btn @click="switchTo(true)">Suspend</v-btn>
    <v-btn @click="switchTo(false)">Restore</v-btn>
    <v-btn :title="hanging" @click="remove">Delete</v-btn>
    <p class="muted">{{ hanging }}</p>
  </div>
  <FaultLine inset :text="fault" />
</template>

<style scoped>
.names {
  margin: 4px 14px;
}

.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding: 8px 14px;
}

.actions p {
  flex-basis: 100%;
  margin: 0;
  font-size: 12px;
}
</style>
