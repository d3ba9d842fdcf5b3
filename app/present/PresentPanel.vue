<script setup lang="ts">
/** The left panel of the Present stage: shots, what is seen, films, things to hand over. */
import type { Camera } from '@ligamen/core'
import DockFrame from '~/fields/DockFrame.vue'
import { usePanelsStore } from '~/model/screen/panels'
import FilmPanel from './films/FilmPanel.vue'
import SeenList from './seen/SeenList.vue'
import ShotList from './shots/ShotList.vue'
import { usePictureOverlays } from './picture/usePictureOverlays'

defineProps<{ lookingFrom: () => Camera | null }>()
const { present: open } = storeToRefs(usePanelsStore())
const TABS = [
  { id: 'shots', name: 'Shots' },
  { id: 'seen', name: 'Seen' },
  { id: 'films', name: 'Films' },
] as const
usePictureOverlays()
</script>

<template>
  <DockFrame v-model="open" class="present" label="Present" :tabs="TABS">
    <ShotList v-if="open === 'shots'" :looking-from="lookingFrom" />
    <SeenList v-else-if="open === 'seen'" />
    <FilmPanel v-else :looking-from="lookingFrom" />
  </DockFrame>
</template>

<style scoped>
.present {
  height: 100%;
}
</style>
