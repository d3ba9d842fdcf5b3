<script setup lang="ts">
/** What is worth knowing of how the run went: stalled motors, impacts, forces that are shared. Each leads to its instant. */
import { usePlaybackStore } from '~/model/pose/playback'
import { useRunStore } from '~/model/run/run'

const MOST = 3
const run = useRunStore()
const playback = usePlaybackStore()
/** Sentences that somebody has read. */
const read = ref<ReadonlySet<string>>(new Set())

const notes = computed(() =>
  (run.take?.notes ?? []).flatMap((note) => {
    const time = note.data?.time
    return read.value.has(note.message)
      ? []
      : [{ message: note.message, time: typeof time === 'number' ? time : null }]
  }),
)
const dismiss = () => {
  read.value = new Set([...read.value, ...notes.value.map(({ message }) => message)])
}
</script>

<template>
  <div v-if="notes.length > 0" class="notice calm" role="status" aria-label="Notes on the run">
    <p v-for="{ message, time } in notes.slice(0, MOST)" :key="message">
      {{ message }}
      <v-btn v-if="time !== null" size="small" @click="playback.seek(time)">Go there</v-btn>
    </p>
    <p v-if="notes.length > MOST">And {{ notes.length - MOST }} more like these.</p>
    <span class="choices"><v-btn size="small" @click="dismiss">Dismiss</v-btn></span>
  </div>
</template>

<style scoped>
p {
  margin: 0;
}
</style>
