<script setup lang="ts">
/** The left panel of the Present stage: shots, what is seen, films, things to hand over. */
import type { Camera } from '@ligamen/core'
import DockFrame from '~/fields/DockFrame.vue'
import type { Pictures } from '~/view/three/pictures'
import { usePanelsStore } from '~/model/screen/panels'
import FilmPanel from './films/FilmPanel.vue'
import HandOverPanel from './handover/HandOverPanel.vue'
import SeenList from './seen/SeenList.vue'
import ShotList from './shots/ShotList.vue'
import { usePictureOverlays } from './picture/usePictureOverlays'

defineProps<{ lookingFrom: () => Camera | null; pictures: () => Pictures | null }>()
const { present: open } = storeToRefs(usePanelsStore())
const TABS = [
  { id: 'shots', name: 'Shots' },
  { id: 'seen', name: 'Seen' },
  { id: 'films', name: 'Films' },
  { id: 'hand-over', name: 'Share' },
] as const
usePictureOverlays()
</script>

<template>
  <DockFrame v-model="open" class="present" label="Present" :tabs="TABS">
    <ShotList v-if="open === 'shots'" :looking-from="lookingFrom" />
    <SeenList v-else-if="open === 'seen'" />
    <FilmPanel v-else-if="open === 'films'" :looking-from="lookingFrom" />
    <HandOverPanel v-else :pictures="pictures" />
  </DockFrame>
</template>

<style scoped>
.present {
  grid-template-columns: minmax(0, 1fr);
  height: 100%;
}

/* narrow panes cut nothing */
.present :deep(.strip) {
  gap: 0;
  padding: 0 4px;
}

.present :deep(.tabs) {
  min-width: 0;
  overflow-x: auto;
}

.present :deep(.tabs button) {
  padding: 0 8px;
}
</style>
