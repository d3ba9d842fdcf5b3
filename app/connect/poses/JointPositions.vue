<script setup lang="ts">
/** Every joint with what it does and where it is; the selected one is put elsewhere by slider or number. */
import PositionRow from './PositionRow.vue'
import { useJointControl } from '~/model/pose/useJointControl'
import { useReadings } from '~/model/pose/useReadings'
import { usePoseStore } from '~/model/pose/pose'
import { useRunStore } from '~/model/run/run'

const readings = useReadings()
const MANY = 60
const run = useRunStore()
const pose = usePoseStore()
const { home } = useJointControl()
const away = computed(() => run.standing !== null || (run.take !== null && pose.source === 'take'))
</script>

<template>
  <section aria-label="Joint positions">
    <h2 class="heading">
      Joint positions
      <button v-if="readings.length > 0" type="button" class="home" :disabled="!away" @click="home">
        Back to home
      </button>
    </h2>
    <p v-if="readings.length === 0" class="hint muted">No joint moves yet.</p>
    <!-- long lists draw only the rows that are seen, since all of them change with every frame -->
    <v-virtual-scroll v-if="readings.length > MANY" class="list" :items="readings" item-height="29">
      <template #default="{ item }"><PositionRow :reading="item" /></template>
    </v-virtual-scroll>
    <ul v-else class="list">
      <li v-for="reading in readings" :key="reading.channel.key"><PositionRow :reading="reading" /></li>
    </ul>
  </section>
</template>

<style scoped>
section {
  display: flex;
  flex-direction: column;
  min-height: 0;
}

.home {
  font-size: 11px;
  font-weight: 500;
  letter-spacing: normal;
  text-transform: none;
  color: rgb(var(--v-theme-primary));
  text-decoration: underline;
}

.home:disabled {
  color: rgb(var(--v-theme-muted));
  text-decoration: none;
  cursor: default;
}

.list {
  min-height: 0;
  margin: 0;
  padding: 0;
  overflow-y: auto;
  list-style: none;
}

.hint {
  margin: 0;
  padding: 4px 14px;
}
</style>
