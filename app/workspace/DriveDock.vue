<script setup lang="ts">
/** The dock of the Drive stage: playing, the timing chart, and the control desk beside it. */
import ControlDesk from '~/desk/ControlDesk.vue'
import PlayTransport from '~/timing/PlayTransport.vue'
import TimingChart from '~/drive/chart/TimingChart.vue'
import { usePanelsStore } from '~/model/screen/panels'

const panels = usePanelsStore()
</script>

<template>
  <section class="drive" aria-label="Drive">
    <PlayTransport />
    <div :class="['under', { desk: panels.desk }]">
      <TimingChart />
      <ControlDesk v-if="panels.desk" />
    </div>
  </section>
</template>

<style scoped>
.drive {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  grid-template-columns: minmax(0, 1fr);
  height: 100%;
  min-height: 0;
  background: rgb(var(--v-theme-surface));
}

/* the chart, and the desk beside it */
.under {
  display: grid;
  grid-template-rows: minmax(0, 1fr);
  grid-template-columns: minmax(0, 1fr);
  min-height: 0;
}

.under.desk {
  grid-template-columns: minmax(0, 1fr) 352px;
}
</style>
