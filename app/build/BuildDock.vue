<script setup lang="ts">
/** The dock of the Build stage: the part kit and its maker, placing, datums, files, overlaps. */
import DatumMaker from './datums/DatumMaker.vue'
import FileTools from './files/FileTools.vue'
import OverlapTools from './overlaps/OverlapTools.vue'
import PartKit from './parts/PartKit.vue'
import PartMaker from './parts/PartMaker.vue'
import PlacingTools from './PlacingTools.vue'
import DockFrame from '~/fields/DockFrame.vue'
import PickingStatus from '~/fields/PickingStatus.vue'
import { usePartMakerStore } from '~/build/parts/part-maker'
import { useExchangeStore } from '~/model/files/exchange'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePickingStore } from '~/model/picking/picking'
import { usePanelsStore } from '~/model/screen/panels'
import { placeBeside } from '~/build/parts/free-place'

const props = defineProps<{ bounds: () => [number, number, number, number, number, number] | null }>()
const TABS = [
  { id: 'parts', name: 'Part kit' },
  { id: 'place', name: 'Place' },
  { id: 'datums', name: 'Datums' },
  { id: 'files', name: 'Files' },
  { id: 'overlaps', name: 'Overlaps' },
] as const
const maker = usePartMakerStore()
const mechanism = useMechanismStore()
const exchange = useExchangeStore()
const picking = usePickingStore()
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
watch(open, picking.stop)
onBeforeUnmount(maker.cancel)
onBeforeUnmount(picking.stop)
</script>

<template>
  <DockFrame v-model="open" label="Build" :tabs="TABS">
    <template #side><PickingStatus /></template>
    <template v-if="open === 'parts'">
      <PartMaker v-if="maker.part" />
      <PartKit v-else @choose="choose" />
    </template>
    <PlacingTools v-else-if="open === 'place'" />
    <DatumMaker v-else-if="open === 'datums'" />
    <FileTools v-else-if="open === 'files'" />
    <OverlapTools v-else :bounds="bounds" />
  </DockFrame>
</template>
