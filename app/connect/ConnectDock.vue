<script setup lang="ts">
/** The dock of the Connect stage: joints, mates, relations, contacts, springs, poses. */
import ContactMaker from './ContactMaker.vue'
import JointMaker from './joints/JointMaker.vue'
import MateMaker from './mates/MateMaker.vue'
import NamedPoses from './poses/NamedPoses.vue'
import RelationMaker from './relations/RelationMaker.vue'
import SpringMaker from './SpringMaker.vue'
import DockFrame from '~/fields/DockFrame.vue'
import PickingStatus from '~/fields/PickingStatus.vue'
import { usePanelsStore } from '~/model/screen/panels'
import { usePickingStore } from '~/model/picking/picking'

const TABS = [
  { id: 'joint', name: 'Joint' },
  { id: 'mate', name: 'Mate' },
  { id: 'relation', name: 'Relation' },
  { id: 'contact', name: 'Contact' },
  { id: 'spring', name: 'Spring' },
  { id: 'poses', name: 'Poses' },
] as const
const picking = usePickingStore()
const { connect: open } = storeToRefs(usePanelsStore())
watch(open, picking.stop)
onBeforeUnmount(picking.stop)
</script>

<template>
  <DockFrame v-model="open" label="Connect" :tabs="TABS">
    <template #side><PickingStatus /></template>
    <JointMaker v-if="open === 'joint'" />
    <MateMaker v-else-if="open === 'mate'" />
    <RelationMaker v-else-if="open === 'relation'" />
    <ContactMaker v-else-if="open === 'contact'" />
    <SpringMaker v-else-if="open === 'spring'" />
    <NamedPoses v-else />
  </DockFrame>
</template>
