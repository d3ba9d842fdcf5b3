<script setup lang="ts">
/** A mechanism that the server does not give: why, and what can be done with edits of it that are kept in this browser. */
import { when } from '~/fields/when'
import type { LeftBehind } from '~/model/document/journal'
import FaultLine from '~/fields/FaultLine.vue'

defineProps<{ reason: string; left: LeftBehind | null; fault: string }>()
const emit = defineEmits<{ again: []; open: []; keep: []; download: []; discard: [] }>()
</script>

<template>
  <main class="failure">
    <h1>This mechanism could not be opened</h1>
    <p>{{ reason }}</p>
    <section v-if="left" aria-label="Edits kept in this browser">
      <p v-if="left.entry">
        Edits of “{{ left.entry.document.name }}” that have not reached the server are kept in this browser,
        from {{ when(new Date(left.entry.at).toISOString(), new Date()) }}.
      </p>
      <p v-else>
        Edits of it are kept in this browser, but they cannot be read, or are of another version of Ligamen.
      </p>
      <p class="choices">
        <template v-if="left.entry">
          <v-btn color="primary" variant="flat" @click="emit('open')">Open mine</v-btn>
          <v-btn @click="emit('keep')">Keep mine as a new mechanism</v-btn>
        </template>
        <v-btn @click="emit('download')">Download it</v-btn>
        <v-btn @click="emit('discard')">Discard it</v-btn>
      </p>
      <FaultLine :text="fault" />
    </section>
    <p class="choices">
      <v-btn
        :color="left ? undefined : 'primary'"
        :variant="left ? 'outlined' : 'flat'"
        @click="emit('again')"
      >
        Try again
      </v-btn>
      <v-btn to="/" variant="text">All projects</v-btn>
    </p>
  </main>
</template>

<style scoped>
.failure {
  max-width: 600px;
  padding: 0 16px;
  margin: 15vh auto;
}

h1 {
  font-size: 20px;
}

.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
</style>
