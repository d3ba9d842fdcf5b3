<script setup lang="ts">
/** The dock of the Present stage: playing, and the lanes of shots and of what is seen. */
import PresentLanes from '~/present/lanes/PresentLanes.vue'
import PlayTransport from '~/timing/PlayTransport.vue'
</script>

<template>
  <section class="present-dock" aria-label="Lanes of the picture">
    <PlayTransport />
    <PresentLanes />
  </section>
</template>

<style scoped>
.present-dock {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  grid-template-columns: minmax(0, 1fr);
  height: 100%;
  min-height: 0;
  background: rgb(var(--v-theme-surface));
}
</style>
