<script setup lang="ts">
/** Makes a probe of what is selected; nothing for what cannot be measured. */
import { useSelectionStore } from '~/model/screen/selection'
import { useMeasure } from '~/prove/probes/useMeasure'

const selection = useSelectionStore()
const { measureSelected, kindOfRelation } = useMeasure()
const isMeasured = computed(() => {
  const { kind, id } = selection.selected ?? {}
  if (kind === 'relation') return kindOfRelation(id!) !== undefined
  return kind === 'joint' || kind === 'mate' || kind === 'datum' || kind === 'body'
})
</script>

<template>
  <v-btn v-if="isMeasured" @click="measureSelected">Measure</v-btn>
</template>
