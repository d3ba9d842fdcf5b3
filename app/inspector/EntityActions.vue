<script setup lang="ts">
/** Suspending, restoring and taking away what is selected; what would go with it is said before. */
import { reasons, removalOf, switchAll } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { useSelectionStore } from '~/model/screen/selection'
import FaultLine from '~/fields/FaultLine.vue'
import MeasureButton from './MeasureButton.vue'

const props = defineProps<{ id: string; list?: 'joints' | 'mates' | 'relations'; suspended?: boolean }>()
const mechanism = useMechanismStore()
const selection = useSelectionStore()
const fault = ref('')
const hanging = computed(() => (mechanism.document ? removalOf(mechanism.document, [props.id]).sentence : ''))

async function suspend() {
  const name = mechanism.nameOf(props.id)
  const refused = await mechanism.edit(`${props.suspended ? 'Restore' : 'Suspend'} ${name}`, (draft) =>
    switchAll(draft, [props.id], !props.suspended),
  )
  fault.value = reasons(refused)
}

async function remove() {
  const gone = [props.id]
  const refused = await mechanism.edit(
    `Delete ${mechanism.nameOf(props.id)}`,
    (draft) => removalOf(draft, gone).document,
  )
  fault.value = reasons(refused)
  if (refused.length === 0) selection.drop(gone)
}
</script>

<template>
  <div class="actions">
    <v-btn v-if="list" @click="suspend">{{ suspended ? 'Restore' : 'Suspend' }}</v-btn>
    <MeasureButton />
    <v-btn :title="hanging" @click="remove">Delete</v-btn>
    <p class="muted">{{ hanging }}</p>
    <FaultLine :text="fault" />
  </div>
</template>

<style scoped>
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
