<script setup lang="ts">
/** A joint's name and kind; another kind keeps its picks. */
import { jointKinds, jointType, reasons } from '@ligamen/core'
import type { Joint } from '@ligamen/core'
import KindSelect from '~/connect/KindSelect.vue'
import NameField from '../../fields/NameField.vue'
import { useMechanismStore } from '~/model/document/mechanism'

const props = defineProps<{ joint: Joint }>()
const mechanism = useMechanismStore()
const fault = ref('')
const kinds = jointKinds.map((value) => ({ value, title: jointType(value)!.noun }))

async function alter(edit: string, change: (joint: Joint) => void) {
  const refused = await mechanism.edit(edit, (draft) =>
    change(draft.joints.find(({ id }) => id === props.joint.id)!),
  )
  fault.value = reasons(refused)
}
const rename = (name: string) =>
  alter(`Rename ${props.joint.name}`, (joint) => {
    joint.name = name
  })
const setKind = (kind: string) =>
  alter(`${props.joint.name}: ${jointType(kind)!.noun.toLowerCase()}`, (joint) => {
    const names = jointType(kind)!.freedoms.map(({ name }) => name)
    joint.kind = kind
    joint.freedoms = joint.freedoms?.filter(({ name }) => names.includes(name))
    if (!joint.freedoms?.length) delete joint.freedoms
    if (jointType(kind)!.hasLead) joint.lead ??= '2 mm'
    else delete joint.lead
  })
</script>

<template>
  <div class="head">
    <NameField label="Name" :value="joint.name" @commit="rename" />
    <KindSelect
      label="Kind of joint"
      :items="kinds"
      :model-value="joint.kind"
      :error-messages="fault"
      @update:model-value="setKind"
    />
  </div>
</template>

<style scoped>
.head {
  display: grid;
  gap: 9px;
  padding: 5px 14px;
}
</style>
