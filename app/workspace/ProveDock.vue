<script setup lang="ts">
/** The dock of the Prove stage: playing, and the charts below it. */
import PlayTransport from '~/drive/scenario/PlayTransport.vue'
import ChartBoard from '~/prove/charts/ChartBoard.vue'
</script>

<template>
  <section class="prove" aria-label="Prove">
    <PlayTransport />
    <ChartBoard />
  </section>
</template>

<style scoped>
.prove {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  grid-template-columns: minmax(0, 1fr);
  height: 100%;
  min-height: 0;
  background: rgb(var(--v-theme-surface));
}
</style>
