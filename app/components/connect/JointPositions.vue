<script setup lang="ts">
/** Every joint with what it does and where it stands; the selected one is put elsewhere by slider or number. */
import StateTag from '~/components/workspace/StateTag.vue'
import PositionField from './PositionField.vue'
import { useJointControl } from '~/composables/useJointControl'
import { useReadings } from '~/composables/useReadings'
import { display } from '~/services/display'
import { usePoseStore } from '~/stores/pose'
import { useRunStore } from '~/stores/run'
import { useSelectionStore } from '~/stores/selection'

const readings = useReadings()
const selection = useSelectionStore()
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
    <ul>
      <li v-for="reading in readings" :key="reading.channel.key">
        <button
          type="button"
          :class="{ selected: selection.is('joint', reading.joint) }"
          :aria-pressed="selection.is('joint', reading.joint)"
          @click="selection.select('joint', reading.joint)"
        >
          <StateTag :state="reading.state" />
          <span class="name">{{ reading.channel.name }}</span>
          <span class="value tabular">{{ display(reading.value, reading.channel.measures, 0) }}</span>
        </button>
        <PositionField v-if="selection.is('joint', reading.joint)" :reading="reading" />
      </li>
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

ul {
  min-height: 0;
  margin: 0;
  padding: 0;
  overflow-y: auto;
  list-style: none;
}

li {
  content-visibility: auto;
  contain-intrinsic-size: auto 29px;
}

li > button {
  display: flex;
  align-items: center;
  gap: 8px;
  width: 100%;
  padding: 5px 14px;
  text-align: left;
}

li > button:hover,
button.selected {
  background: rgb(var(--v-theme-primary-soft));
  color: rgb(var(--v-theme-on-primary-soft));
}

.name {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.value {
  margin-left: auto;
  white-space: nowrap;
}

.hint {
  margin: 0;
  padding: 4px 14px;
}
</style>
