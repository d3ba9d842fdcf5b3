<script setup lang="ts">
/** Mass, centre of mass and inertia of a body, as its shapes give them, or typed over. */
import { formatNumber, formatQuantity, massOf } from '@ligamen/core'
import type { Body, MechanismDocument, Quantity } from '@ligamen/core'
import FactRow from '~/fields/FactRow.vue'
import PointFields from '~/fields/PointFields.vue'
import QuantityField from '../../fields/QuantityField.vue'
import TextCommit from '~/fields/TextCommit.vue'
import { numbersOf } from '~/fields/numbers'
import { meshes } from '~/model/meshes/meshes'
import { useMechanismStore } from '~/model/document/mechanism'

const props = defineProps<{ body: Body }>()
const mechanism = useMechanismStore()
const mass = computed(() => {
  void meshes.loaded.value
  return mechanism.document ? massOf(mechanism.document, props.body, meshes.get) : null
})
const known = computed(() => (mass.value?.ok ? mass.value.value : null))
const kilograms = (value: number) =>
  value < 1 ? formatQuantity(value, 'g', 2) : formatQuantity(value, 'kg', 4)
const inertia = (value: number) => formatNumber(value * 1e6, 2)

/** Without what is rounding beside the largest. */
function rounded(values: readonly number[]): number[] {
  const most = Math.max(...values.map(Math.abs))
  return values.map((v) => (Math.abs(v) < 1e-12 * most ? 0 : v))
}
const inertiaText = (values: readonly number[]) =>
  rounded(values)
    .map((v) => Number((v * 1e6).toPrecision(8)))
    .join(', ')

const set = (value: Quantity) =>
  mechanism.edit(`${props.body.name}: mass ${value}`, (draft) => {
    const body = draft.bodies.find(({ id }) => id === props.body.id)!
    body.mass = { ...body.mass, mass: value }
  })
const own = (draft: MechanismDocument) => draft.bodies.find(({ id }) => id === props.body.id)!
const setCentre = (axis: number, value: Quantity) =>
  mechanism.edit(`${props.body.name}: centre of mass`, (draft) => {
    const mass = own(draft).mass!
    const centre: Quantity[] = [...(mass.centre ?? known.value!.centre)]
    centre[axis] = value
    mass.centre = centre as [Quantity, Quantity, Quantity]
  })
/** Of its shape again, scaled to the typed mass, when the field is emptied. */
const setInertia = (text: string) =>
  mechanism.edit(`${props.body.name}: inertia`, (draft) => {
    const mass = own(draft).mass!
    if (text === '') delete mass.inertia
    else
      mass.inertia = numbersOf(text).map((v) => (typeof v === 'number' ? v * 1e-6 : v)) as typeof mass.inertia
  })
const clear = () =>
  mechanism.edit(`${props.body.name}: mass of its shape`, (draft) => {
    delete draft.bodies.find(({ id }) => id === props.body.id)!.mass
  })
</script>

<template>
  <section aria-label="Mass">
    <h3 class="heading">
      Mass <span v-if="known">{{ known.typed ? 'typed' : 'of its shape' }}</span>
    </h3>
    <template v-if="known">
      <FactRow name="Mass">{{ kilograms(known.mass) }}</FactRow>
      <FactRow name="Centre">
        {{ known.centre.map((v) => formatNumber(v * 1000, 2)).join(', ') }} mm
      </FactRow>
      <FactRow name="Inertia"> {{ known.inertia.slice(0, 3).map(inertia).join(', ') }} kg·mm² </FactRow>
    </template>
    <p v-else-if="mass && !mass.ok" class="muted">{{ mass.problems[0]?.message }}</p>
    <QuantityField
      label="Mass override"
      :value="body.mass?.mass ?? null"
      dimension="mass"
      :commit="set"
      :clear="clear"
    />
    <template v-if="known && body.mass">
      <div class="three">
        <PointFields
          label="Centre"
          :values="body.mass.centre ?? rounded(known.centre)"
          :measured="!body.mass.centre"
          :commit="setCentre"
        />
      </div>
      <TextCommit label="Inertia [kg mm²]" :value="inertiaText(known.inertia)" :commit="setInertia" />
      <p class="muted">
        xx, yy, zz, xy, yz, zx about the centre, along the axes of the body. Empty: that of its shape.
      </p>
    </template>
  </section>
</template>

<style scoped>
.three {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 6px;
  padding: 5px 14px;
}

.three :deep(.field) {
  padding: 0;
}

p {
  margin: 4px 14px;
}
</style>
