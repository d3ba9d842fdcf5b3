<script setup lang="ts">
/** A group: its name, whether it moves as one, what is in it, opening and dissolving it. */
import { dissolve, holderOf, reasons, regroup } from '@ligamen/core'
import type { Group } from '@ligamen/core'
import FaultLine from '~/fields/FaultLine.vue'
import NameField from '../../fields/NameField.vue'
import { useMechanismStore } from '~/model/document/mechanism'
import { useSelectionStore } from '~/model/screen/selection'
import { useVisibilityStore } from '~/model/screen/visibility'

const props = defineProps<{ group: Group }>()
const mechanism = useMechanismStore()
const selection = useSelectionStore()
const visibility = useVisibilityStore()
const fault = ref('')

async function alter(edit: string, change: Parameters<typeof mechanism.edit>[1]) {
  const refused = await mechanism.edit(edit, change)
  fault.value = reasons(refused)
}
const rename = (name: string) =>
  alter(`Rename ${props.group.name}`, (draft) => {
    draft.groups!.find(({ id }) => id === props.group.id)!.name = name
  })
const setKind = (kind: Group['kind']) =>
  alter(`${props.group.name} ${kind === 'rigid' ? 'moves as one' : 'keeps its inner joints'}`, (draft) => {
    draft.groups!.find(({ id }) => id === props.group.id)!.kind = kind
  })
async function takeApart() {
  const { id, name } = props.group
  await alter(`Dissolve ${name}`, (draft) => dissolve(draft, id))
  if (fault.value === '') selection.drop([id])
}
const select = (id: string) =>
  selection.select(mechanism.document?.groups?.some((g) => g.id === id) ? 'group' : 'body', id)
const takeOut = (member: string) =>
  alter(`Remove ${mechanism.nameOf(member)} from ${props.group.name}`, (draft) =>
    regroup(draft, member, holderOf(draft, props.group.id) ?? null),
  )
const KINDS = [
  { value: 'moving', title: 'moving: inner joints stay' },
  { value: 'rigid', title: 'rigid: moves as one' },
]
</script>

<template>
  <h2 class="heading">{{ group.name }} <span>group</span></h2>
  <div class="field"><NameField label="Name" :value="group.name" @commit="rename" /></div>
  <div class="field">
    <v-select label="Kind" :items="KINDS" :model-value="group.kind" @update:model-value="setKind" />
  </div>
  <div class="actions">
    <v-btn @click="visibility.openGroup(visibility.open === group.id ? null : group.id)">
      {{ visibility.open === group.id ? 'Close group' : 'Open group' }}
    </v-btn>
    <v-btn @click="takeApart">Dissolve</v-btn>
  </div>
  <FaultLine inset :text="fault" />
  <h3 class="heading">Members</h3>
  <ul>
    <li v-for="member in group.members" :key="member">
      <button type="button" class="link" @click="select(member)">{{ mechanism.nameOf(member) }}</button>
      <button type="button" class="out" @click="takeOut(member)">remove</button>
    </li>
  </ul>
</template>

<style scoped>
.field,
.actions {
  padding: 5px 14px;
}

.actions {
  display: flex;
  gap: 6px;
}

ul {
  margin: 0;
  padding: 0 14px;
  list-style: none;
}

li {
  display: flex;
  justify-content: space-between;
  padding: 3px 0;
}

.link {
  color: rgb(var(--v-theme-primary));
  text-decoration: underline;
}

.out {
  font-size: 12px;
  color: rgb(var(--v-theme-muted));
  text-decoration: underline;
}
</style>
