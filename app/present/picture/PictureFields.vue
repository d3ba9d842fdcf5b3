<script setup lang="ts">
/** How the pictures of the scenario look: the shape of their frame, and what is behind the model. */
import { BACKGROUNDS, reasons, scenarioOf } from '@ligamen/core'
import type { Background, Picture } from '@ligamen/core'
import FaultLine from '~/fields/FaultLine.vue'
import { useMechanismStore } from '~/model/document/mechanism'

const mechanism = useMechanismStore()
const fault = ref('')
const picture = computed(() => mechanism.scenario?.picture)

const FRAMES = [
  { value: '', title: 'all of the view' },
  { value: '16:9', title: '16:9' },
  { value: '4:3', title: '4:3' },
  { value: '1:1', title: '1:1' },
  { value: '9:16', title: '9:16' },
]
const frames = computed(() => {
  const { frame } = picture.value ?? {}
  return frame === undefined || FRAMES.some(({ value }) => value === frame)
    ? FRAMES
    : [...FRAMES, { value: frame, title: frame }]
})
async function setPicture(words: string, change: Partial<Picture>) {
  const refused = await mechanism.edit(`Picture: ${words}`, (draft) => {
    const scenario = scenarioOf(draft, mechanism.scenario!.id)
    const next = { ...scenario.picture, ...change }
    if (next.frame === undefined) delete next.frame
    scenario.picture = next
  })
  fault.value = reasons(refused)
}
/** What is typed as "21:9" is a frame like those that are listed. */
function setFrame(frame: unknown) {
  const value = typeof frame === 'string' ? frame.trim() : String((frame as { value?: string })?.value ?? '')
  void setPicture(`frame ${value || 'of the whole view'}`, { frame: value === '' ? undefined : value })
}
const setBackground = (background: Background) => void setPicture(`on ${background}`, { background })
</script>

<template>
  <section aria-label="Picture" class="picture">
    <h3 class="heading">Picture</h3>
    <div class="fields">
      <v-combobox
        label="Frame"
        :items="frames"
        :return-object="false"
        :model-value="picture?.frame ?? ''"
        @update:model-value="setFrame"
      />
      <v-select
        label="Background"
        :items="[...BACKGROUNDS]"
        :model-value="picture?.background ?? 'paper'"
        @update:model-value="setBackground"
      />
    </div>
    <FaultLine :text="fault" />
  </section>
</template>

<style scoped>
.picture {
  padding: 4px 14px 14px;
}

.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  align-items: start;
}
</style>
