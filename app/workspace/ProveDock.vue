<script setup lang="ts">
/** The dock of the Prove stage: playing, and the charts below it. */
import { mdiArrowCollapse, mdiArrowExpand } from '@mdi/js'
import IconButton from '~/fields/IconButton.vue'
import PlayTransport from '~/timing/PlayTransport.vue'
import ChartBoard from '~/prove/charts/ChartBoard.vue'
import ClearanceLanes from '~/prove/clearance/ClearanceLanes.vue'
import ContactLanes from '~/prove/contacts/ContactLanes.vue'
import { useLayoutStore } from './layout'

const layout = useLayoutStore()
</script>

<template>
  <section class="prove" aria-label="Prove">
    <PlayTransport />
    <ChartBoard>
      <template #tools>
        <IconButton
          :icon="layout.middle === 'chart' ? mdiArrowCollapse : mdiArrowExpand"
          size="small"
          :name="layout.middle === 'chart' ? 'Charts below the model again' : 'Charts as one large view'"
          :title="layout.middle === 'chart' ? 'Charts below the model again' : 'Charts as one large view'"
          @click="layout.show('chart')"
        />
      </template>
      <template #default="{ right }">
        <ClearanceLanes :right="right" />
        <ContactLanes :right="right" />
      </template>
    </ChartBoard>
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
