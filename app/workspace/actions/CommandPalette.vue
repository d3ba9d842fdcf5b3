<script setup lang="ts">
/** The command palette, made anew whenever it opens. */
import type { Action } from '~/workspace/actions/action'
import PaletteList from './PaletteList.vue'
import { usePanelsStore } from '~/model/screen/panels'

defineProps<{ actions: readonly Action[] }>()
const panels = usePanelsStore()
</script>

<template>
  <v-dialog
    v-model="panels.palette"
    aria-label="Command palette"
    width="520"
    location="top"
    :transition="false"
  >
    <PaletteList v-if="panels.palette" :actions="actions" />
  </v-dialog>
</template>
