<script setup lang="ts">
/** The dock of the Build stage: the part kit and its maker, placing. */
import PartKit from './PartKit.vue'
import PartMaker from './PartMaker.vue'
import PlacingTools from './PlacingTools.vue'
import DockFrame from '~/components/workspace/DockFrame.vue'
import { usePartMakerStore } from '~/stores/part-maker'
import { useMechanismStore } from '~/stores/mechanism'
import { placeBeside } from '~/services/free-place'

const props = defineProps<{ bounds: () => [number, number, number, number, number, number] | null }>()
const TABS = [
  { id: 'parts', name: 'Part kit' },
  { id: 'place', name: 'Place' },
] as const
const maker = usePartMakerStore()
const mechanism = useMechanismStore()
const open = ref<(typeof TABS)[number]['id']>('parts')

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
    <PlacingTools v-else />
  </DockFrame>
</template>
