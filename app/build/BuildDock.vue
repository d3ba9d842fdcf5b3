<script setup lang="ts">
/** The dock of the Build stage: the part kit and its maker, placing, files, overlaps. */
import FileTools from './files/FileTools.vue'
import OverlapTools from './overlaps/OverlapTools.vue'
import PartKit from './parts/PartKit.vue'
import PartMaker from './parts/PartMaker.vue'
import PlacingTools from './PlacingTools.vue'
import DockFrame from '~/fields/DockFrame.vue'
import { usePartMakerStore } from '~/build/parts/part-maker'
import { useExchangeStore } from '~/build/files/exchange'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePanelsStore } from '~/model/screen/panels'
import { placeBeside } from '~/build/parts/free-place'

const props = defineProps<{ bounds: () => [number, number, number, number, number, number] | null }>()
const TABS = [
  { id: 'parts', name: 'Part kit' },
  { id: 'place', name: 'Place' },
  { id: 'files', name: 'Files' },
  { id: 'overlaps', name: 'Overlaps' },
] as const
const maker = usePartMakerStore()
const mechanism = useMechanismStore()
const exchange = useExchangeStore()
const { build: open } = storeToRefs(usePanelsStore())

// a file dropped anywhere opens the tab that tells about it
watch(
  () => exchange.busy !== null || exchange.unitWanted !== null || exchange.placeWanted !== null,
  (going) => {
    if (going) open.value = 'files'
  },
  { immediate: true },
)

const choose = (kind: string) =>
  maker.begin(kind, mechanism.document?.bodies.length ? placeBeside(props.bounds()) : [0, 0, 0])
onBeforeUnmount(maker.cancel)
</script>

<template>
  <DockFrame v-model="open" label="Build" :tabs="TABS">
    <template v-if="open === 'parts'">
      <PartMaker v-if="maker.part" />
      <PartKit v-else @choose="choose" />
    </template>
    <PlacingTools v-else-if="open === 'place'" />
    <FileTools v-else-if="open === 'files'" />
    <OverlapTools v-else :bounds="bounds" />
  </DockFrame>
</template>
