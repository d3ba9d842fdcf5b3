<script setup lang="ts">
/** The shot or the cue that is chosen; what is selected on the model while none is. */
import type { Camera } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { useTimingStore } from '~/timing/timing'
import SeenForm from './seen/SeenForm.vue'
import { isPictureCue } from './seen/picture-cues'
import ShotForm from './shots/ShotForm.vue'

defineProps<{ lookingFrom: () => Camera | null; lookFrom: (camera: Camera) => void }>()
const mechanism = useMechanismStore()
const timing = useTimingStore()
const shot = computed(() => mechanism.scenario?.shots?.find(({ id }) => timing.isChosen(id)))
const cue = computed(() =>
  mechanism.scenario?.cues?.find((one) => timing.isChosen(one.id) && isPictureCue(one)),
)
</script>

<template>
  <aside v-if="shot || cue" aria-label="Inspector">
    <ShotForm v-if="shot" :key="shot.id" :shot="shot" :looking-from="lookingFrom" :look-from="lookFrom" />
    <SeenForm v-else-if="cue" :key="cue.id" :cue="cue" />
  </aside>
  <slot v-else />
</template>

<style scoped>
aside {
  height: 100%;
  overflow-y: auto;
  background: rgb(var(--v-theme-surface));
}
</style>
