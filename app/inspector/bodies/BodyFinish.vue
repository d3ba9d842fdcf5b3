<script setup lang="ts">
/** What a body looks like in pictures that show things as they are. */
import { FINISHES, reasons } from '@ligamen/core'
import type { Body, Finish } from '@ligamen/core'
import FaultLine from '~/fields/FaultLine.vue'
import { useMechanismStore } from '~/model/document/mechanism'

const props = defineProps<{ body: Body }>()
const mechanism = useMechanismStore()
const fault = ref('')
const BY_MATERIAL = { value: null, title: 'by its material' }

async function set(finish: Finish | null) {
  const words = finish ?? BY_MATERIAL.title
  const refused = await mechanism.edit(`${props.body.name}: finish ${words}`, (draft) => {
    const body = draft.bodies.find(({ id }) => id === props.body.id)!
    if (finish) body.finish = finish
    else delete body.finish
  })
  fault.value = reasons(refused)
}
</script>

<template>
  <div class="finish">
    <v-select
      label="Finish in pictures"
      :items="[BY_MATERIAL, ...FINISHES.map((value) => ({ value, title: value }))]"
      :model-value="body.finish ?? null"
      @update:model-value="set"
    />
    <FaultLine :text="fault" />
  </div>
</template>

<style scoped>
.finish {
  padding: 5px 14px;
}
</style>
