<script setup lang="ts">
/** Edits that are kept only in this browser: what pages left behind that are gone before the server had them. */
import { journal } from '~/model/document/journal'
import type { LeftBehind } from '~/model/document/journal'
import { handOver } from '~/model/document/hand-over'
import { when } from '~/fields/when'

const left = shallowRef<readonly LeftBehind[]>([])
const load = async () => {
  left.value = await journal.left().catch(() => [])
}
async function discard(one: LeftBehind) {
  await journal.discard(one).catch(() => undefined)
  await load()
}
onMounted(load)
</script>

<template>
  <section v-if="left.length > 0" class="kept" aria-label="Edits kept only in this browser">
    <h2>Kept only in this browser</h2>
    <p class="muted">These edits have not reached the server. Open a mechanism to have them saved.</p>
    <ul>
      <li v-for="one in left" :key="one.key">
        <template v-if="one.entry">
          <strong>{{ one.entry.document.name }}</strong>
          <span class="muted">
            {{ one.entry.project?.name }} · edited
            {{ when(new Date(one.entry.at).toISOString(), new Date()) }}
          </span>
        </template>
        <strong v-else>Edits that cannot be read</strong>
        <span class="spacer" />
        <v-btn v-if="one.entry" :to="`/mechanisms/${one.mechanism}`">Open</v-btn>
        <v-btn @click="handOver(one)">Download</v-btn>
        <v-btn @click="discard(one)">Discard</v-btn>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.kept {
  padding: 14px 18px;
  margin-bottom: 28px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-attention));
  border-radius: 10px;
}

h2 {
  margin: 0;
  font-size: 15px;
  font-weight: 600;
}

p {
  margin: 4px 0 10px;
}

ul {
  display: grid;
  gap: 8px;
  padding: 0;
  margin: 0;
  list-style: none;
}

li {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}

.spacer {
  flex: 1;
}
</style>
