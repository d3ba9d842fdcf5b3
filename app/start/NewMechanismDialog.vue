<script setup lang="ts">
/** Asks what a new mechanism is called and what it starts as. */
import NameDialog from './NameDialog.vue'

defineProps<{ project: string }>()
const emit = defineEmits<{ done: [mechanism: { name: string; start: string }]; cancel: [] }>()

const STARTS = [
  {
    id: 'empty',
    name: 'Empty',
    note: 'Parts from the kit or from files, joined by hand.',
    path: 'M10 38h60M22 38V14h20v24M50 22l14 6-14 8z',
  },
  {
    id: 'crank-rocker',
    name: 'Crank-rocker four-bar',
    note: 'A crank turns, a rocker swings, the coupler carries a beam: a walking beam.',
    path: 'M8 40 20 16 62 10 58 40',
  },
  {
    id: 'slider-crank',
    name: 'Slider-crank',
    note: 'A crank turns, a rod pushes a slide to and fro: a packet pusher.',
    path: 'M8 32 20 14 58 32M46 40h28M50 25h16v14H50z',
  },
]
const start = ref(STARTS[0]!.id)
</script>

<template>
  <NameDialog
    :title="`New mechanism in ${project}`"
    name=""
    action="Create"
    :width="520"
    @done="emit('done', { name: $event, start })"
    @cancel="emit('cancel')"
  >
    <fieldset>
      <legend class="muted">Starts as; every dimension can be changed afterwards</legend>
      <label v-for="option in STARTS" :key="option.id" :class="{ chosen: option.id === start }">
        <input v-model="start" type="radio" name="start" :value="option.id" />
        <svg viewBox="0 0 80 50" aria-hidden="true"><path :d="option.path" /></svg>
        <span
          ><strong>{{ option.name }}</strong
          ><br /><span class="muted">{{ option.note }}</span></span
        >
      </label>
    </fieldset>
  </NameDialog>
</template>

<style scoped>
fieldset {
  display: grid;
  gap: 8px;
  margin-top: 14px;
  border: 0;
}

legend {
  margin-bottom: 6px;
}

label {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 10px;
  cursor: pointer;
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 8px;
}

.chosen {
  border-color: rgb(var(--v-theme-primary));
}

svg {
  flex: none;
  width: 72px;
  fill: none;
  stroke: rgb(var(--v-theme-primary));
  stroke-linejoin: round;
  stroke-width: 3;
}
</style>
