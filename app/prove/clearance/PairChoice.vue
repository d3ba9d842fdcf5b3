<script setup lang="ts">
/** Which pairs are looked at: all that nothing joins, or only those that are named, of bodies or groups. */
import FaultLine from '~/fields/FaultLine.vue'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePairs } from './usePairs'

const mechanism = useMechanismStore()
const one = ref('')
const other = ref('')
const { fault, namesOf, lookOnly, noLongerOnly } = usePairs()

const pairs = computed(() => mechanism.document?.clearance?.pairs ?? [])
const all = computed(() =>
  [...(mechanism.document?.groups ?? []), ...(mechanism.document?.bodies ?? [])].map(({ id, name }) => ({
    value: id,
    title: name,
  })),
)
async function add() {
  const [a, b] = [one.value, other.value]
  if (await lookOnly(a, b)) one.value = other.value = ''
}
</script>

<template>
  <form aria-label="Which pairs" class="pairs" @submit.prevent="add">
    <h3 class="heading">Which pairs</h3>
    <p v-if="pairs.length === 0" class="muted">
      All that no joint or mate joins, or only those that are named here:
    </p>
    <p v-for="{ a, b } in pairs" :key="`${a} ${b}`" class="named">
      <span>{{ namesOf({ a, b }) }}</span>
      <v-btn
        size="x-small"
        :aria-label="`Delete ${namesOf({ a, b })} from the pairs`"
        @click="noLongerOnly(a, b)"
        >Delete</v-btn
      >
    </p>
    <v-autocomplete v-model="one" label="Body or group" :items="all" auto-select-first />
    <v-autocomplete v-model="other" label="Other body or group" :items="all" auto-select-first />
    <FaultLine :text="fault" />
    <v-btn type="submit" size="small" :disabled="!one || !other">
      {{ pairs.length === 0 ? 'Look only at this pair' : 'Look at this pair, too' }}
    </v-btn>
  </form>
</template>

<style scoped>
.pairs {
  display: grid;
  gap: 8px;
  padding: 0 14px 10px;
}

.heading {
  padding-inline: 0;
}

p {
  margin: 0;
}

.named {
  display: flex;
  gap: 8px;
  justify-content: space-between;
}
</style>
