<script setup lang="ts">
/** Files in and out: what can be opened, the unit where a file has none, progress with a way out, and what was left out. */
import { formatNumber } from '@ligamen/core'
import { useExchangeStore } from '~/model/files/exchange'
import { useMechanismStore } from '~/model/document/mechanism'
import { outFormats } from '~/workers/exchange/out/registry'
import FaultLine from '~/fields/FaultLine.vue'

const exchange = useExchangeStore()
const mechanism = useMechanismStore()
const input = useTemplateRef<HTMLInputElement>('input')
const unit = ref(0.001)

const UNITS = [
  { value: 0.001, title: 'millimetres' },
  { value: 0.01, title: 'centimetres' },
  { value: 1, title: 'metres' },
  { value: 0.0254, title: 'inches' },
]
const size = computed(() => exchange.unitWanted?.size.map((v) => formatNumber(v, 2)).join(' × '))
const real = computed(() =>
  exchange.unitWanted?.size.map((v) => formatNumber(v * unit.value * 1000, 1)).join(' × '),
)
const empty = computed(() => (mechanism.document?.bodies.length ?? 0) === 0)

function choose(event: Event) {
  const field = event.target as HTMLInputElement
  const files = [...(field.files ?? [])]
  field.value = ''
  if (files.length > 0) void exchange.read(files)
}
</script>

<template>
  <div class="files">
    <section aria-label="Files in">
      <h3 class="heading">Files in</h3>
      <p class="muted">
        STEP, IGES, STL, OBJ, 3MF, glTF and GLB, a URDF with its meshes, a mechanism of Ligamen, or a zip of
        these. They can be dropped anywhere on the window too.
      </p>
      <input
        ref="input"
        type="file"
        multiple
        class="sr-only"
        tabindex="-1"
        aria-label="Files to bring in"
        @change="choose"
      />
      <div class="ways">
        <v-btn color="primary" variant="flat" :disabled="exchange.busy !== null" @click="input?.click()">
          Choose files
        </v-btn>
      </div>
    </section>
    <section aria-label="Files out">
      <h3 class="heading">Files out</h3>
      <div class="out">
        <v-btn
          v-for="{ kind, name, note } in outFormats"
          :key="kind"
          :disabled="exchange.busy !== null || empty"
          :title="note"
          @click="exchange.write(kind)"
        >
          {{ name }}
        </v-btn>
      </div>
      <p class="muted">URDF and a mechanism with imported parts become a zip with their meshes.</p>
    </section>
    <section aria-label="How it goes" class="state">
      <template v-if="exchange.busy">
        <p role="status">{{ exchange.busy.words }} …</p>
        <v-progress-linear
          :model-value="100 * (exchange.busy.share ?? 0)"
          :indeterminate="exchange.busy.share === null"
          color="primary"
          aria-label="Progress"
        />
        <div class="ways"><v-btn @click="exchange.cancel">Cancel</v-btn></div>
      </template>
      <form
        v-else-if="exchange.unitWanted"
        aria-label="Unit of the file"
        @submit.prevent="exchange.giveUnit(unit)"
      >
        <p>
          {{ exchange.unitWanted.name }} does not say its unit. Its box is {{ size }}: that would be
          {{ real }} mm.
        </p>
        <v-select v-model="unit" label="Its numbers are" :items="UNITS" />
        <div class="ways">
          <v-btn type="submit" color="primary" variant="flat">Bring it in</v-btn>
          <v-btn @click="exchange.cancel">Cancel</v-btn>
        </div>
      </form>
      <div v-else-if="exchange.placeWanted" role="group" aria-label="Place of the mechanism">
        <p role="status">
          {{ exchange.placeWanted.name }} is a mechanism of {{ exchange.placeWanted.bodies }} bodies and
          {{ exchange.placeWanted.joints }} joints.
        </p>
        <div class="ways">
          <v-btn color="primary" variant="flat" @click="exchange.bringBeside">Bring it in beside</v-btn>
          <v-btn @click="exchange.replace">Replace what is here</v-btn>
          <v-btn @click="exchange.cancel">Cancel</v-btn>
        </div>
      </div>
      <FaultLine v-else-if="exchange.fault" :text="exchange.fault" />
      <template v-else-if="exchange.done">
        <p role="status">{{ exchange.done.words }}</p>
        <template v-if="exchange.done.leftOut.length > 0">
          <p class="muted">Left out:</p>
          <ul>
            <li v-for="line in exchange.done.leftOut" :key="line">{{ line }}</li>
          </ul>
        </template>
      </template>
    </section>
  </div>
</template>

<style scoped>
.files {
  display: grid;
  grid-template-columns: 1fr 1fr 1.3fr;
  gap: 10px;
  padding: 2px 6px;
}

section p,
.ways,
.out,
form {
  margin: 4px 14px;
}

form p {
  margin: 0 0 8px;
}

form .ways {
  margin: 8px 0 0;
}

.ways,
.out {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}

.state {
  padding-top: 8px;
}

ul {
  margin: 0 14px;
  padding-left: 18px;
}
</style>
