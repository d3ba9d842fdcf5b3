<script setup lang="ts">
/** One of the two picks of a maker. */
import type { PairPicks, Which } from '~/model/picking/pair-picks'
import DatumField from './DatumField.vue'

defineProps<{ picks: PairPicks; which: Which }>()
</script>

<template>
  <DatumField
    :label="which === 'first' ? 'First pick' : 'Second pick'"
    :pick="picks[which]"
    :active="picks.awaited === which"
    @put="picks.put(which, $event)"
    @point="picks.pick(which)"
  />
</template>
