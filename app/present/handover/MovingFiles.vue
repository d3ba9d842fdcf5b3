<script setup lang="ts">
/** The mechanism as files that move elsewhere: a page that plays by itself, and a model with its motion. */
import FaultLine from '~/fields/FaultLine.vue'
import { useMechanismStore } from '~/model/document/mechanism'
import { useExchangeStore } from '~/model/files/exchange'
import { savePage } from './page-file'

const mechanism = useMechanismStore()
const exchange = useExchangeStore()
const fault = ref('')
const writing = ref(false)

async function page() {
  writing.value = true
  await mechanism.settled()
  if (mechanism.document) fault.value = await savePage(mechanism.document)
  writing.value = false
}
function model() {
  const { scenario } = mechanism
  if (scenario)
    exchange.write('moving-glb', { motion: { scenario: scenario.id, every: null, bodies: [], joints: [] } })
}
const isIdle = computed(() => exchange.busy === null && mechanism.scenario !== null)
</script>

<template>
  <section aria-label="What moves">
    <h3 class="heading">What moves</h3>
    <div class="ways">
      <v-btn color="primary" variant="flat" :disabled="writing || !mechanism.document" @click="page"
        >Page that plays by itself</v-btn
      >
      <v-btn :disabled="!isIdle" title="Every body a named node, the motion as an animation" @click="model"
        >Moving model (GLB)</v-btn
      >
      <v-btn
        :disabled="exchange.busy !== null || !mechanism.document"
        title="For viewers of phones and tablets, without motion"
        @click="exchange.write('usdz')"
        >Model as it stands (USDZ)</v-btn
      >
    </div>
    <p class="muted">
      The page is one file of HTML: model, motion of every scenario, lanes, curves, checks and shots, for any
      browser, without this program. The model has the motion of
      {{ mechanism.scenario?.name ?? 'a scenario' }}.
    </p>
    <FaultLine :text="fault" />
  </section>
</template>
