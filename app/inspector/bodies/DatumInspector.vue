<script setup lang="ts">
/** A datum made for its own sake: its name, what places it, how it is moved from there. */
import { axisOf, datumsOn, formatNumber, reasons, siOr } from '@ligamen/core'
import type { Datum, Quantity } from '@ligamen/core'
import EntityActions from '../EntityActions.vue'
import LoadList from '../loads/LoadList.vue'
import FactRow from '~/fields/FactRow.vue'
import FaultLine from '~/fields/FaultLine.vue'
import NameField from '~/fields/NameField.vue'
import PointFields from '~/fields/PointFields.vue'
import QuantityField from '~/fields/QuantityField.vue'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePickingStore } from '~/model/picking/picking'
import { useSelectionStore } from '~/model/screen/selection'
import { placedBy } from './datum-words'

const props = defineProps<{ datum: Datum }>()
const mechanism = useMechanismStore()
const picking = usePickingStore()
const selection = useSelectionStore()
const fault = ref('')

/** On its body. */
const frame = computed(() => {
  const frames = mechanism.document ? datumsOn(mechanism.document, props.datum.body) : null
  return frames?.ok ? (frames.value.get(props.datum.id) ?? null) : null
})
/** Where z points before it is flipped. */
const direction = computed((): readonly Quantity[] => {
  const { at, flip } = props.datum
  if (at?.axis) return at.axis
  const axis = frame.value ? axisOf(frame.value, 2) : [0, 0, 1]
  return axis.map((v) => formatNumber(flip ? -v : v, 6).replace('−', '-')).map((v) => String(Number(v)))
})

function alter(words: string, change: (datum: Datum) => void) {
  return mechanism.edit(`${props.datum.name}: ${words}`, (draft) =>
    change(draft.datums.find(({ id }) => id === props.datum.id)!),
  )
}
const rename = (name: string) => alter('rename', (datum) => (datum.name = name))
const replaced = <T,>(three: readonly T[], k: number, value: T) =>
  three.map((v, i) => (i === k ? value : v)) as [T, T, T]
const setPosition = (k: number, value: Quantity) =>
  alter('position', (datum) => {
    datum.at = { ...datum.at, position: replaced(datum.at?.position ?? [0, 0, 0], k, value) }
  })
const setDirection = (k: number, value: Quantity) =>
  alter('direction', (datum) => {
    const axis = replaced(direction.value, k, value).map((q) => siOr(q, 'number')) as [number, number, number]
    datum.at = { position: datum.at?.position ?? [0, 0, 0], axis }
  })
const setOffset = (k: number, value: Quantity) =>
  alter('offset', (datum) => {
    datum.offset = replaced(datum.offset ?? [0, 0, 0], k, value)
  })
const setTurn = (value: Quantity) => alter('angle', (datum) => (datum.turn = value))

async function flip() {
  const refused = await alter('flip', (datum) => {
    if (datum.flip) delete datum.flip
    else datum.flip = true
  })
  fault.value = reasons(refused)
}

/** Places it by a pick on its body; what it was moved by stays. */
function pickAnew() {
  picking.want(`New place of ${props.datum.name}`, async ({ pick }) => {
    picking.stop()
    if (pick.body !== props.datum.body) {
      fault.value = `Pick on ${mechanism.nameOf(props.datum.body)}: the datum is on that body.`
      return
    }
    const { feature, at, on } = pick
    const refused = await alter('placed by a pick', (datum) => {
      Object.assign(datum, { feature, at, on, between: undefined })
    })
    fault.value = reasons(refused)
  })
}
</script>

<template>
  <h2 class="heading">{{ datum.name }} <span>datum</span></h2>
  <div class="field"><NameField label="Name" :value="datum.name" @commit="rename" /></div>
  <FactRow name="On">
    <button type="button" class="link" @click="selection.select('body', datum.body)">
      {{ mechanism.nameOf(datum.body) }}
    </button>
  </FactRow>
  <FactRow name="Placed by">{{ placedBy(datum, mechanism.nameOf) }}</FactRow>
  <div class="switches">
    <v-btn @click="pickAnew">Place by a pick</v-btn>
    <v-btn :aria-pressed="datum.flip === true" @click="flip">Flip</v-btn>
  </div>
  <FaultLine inset :text="fault" />
  <template v-if="datum.at">
    <h3 class="heading">Position on the body</h3>
    <div class="three"><PointFields :values="datum.at.position ?? [0, 0, 0]" :commit="setPosition" /></div>
    <h3 class="heading">Direction</h3>
    <div class="three">
      <PointFields label="Direction" :values="direction" dimension="number" :commit="setDirection" />
    </div>
  </template>
  <h3 class="heading">Offset along its own axes</h3>
  <div class="three">
    <PointFields label="Offset" :values="datum.offset ?? [0, 0, 0]" :commit="setOffset" />
  </div>
  <QuantityField
    label="Angle about its axis"
    :value="datum.turn ?? '0 deg'"
    dimension="angle"
    :commit="setTurn"
  />
  <LoadList :key="datum.id" :place="{ datum: datum.id }" />
  <EntityActions :id="datum.id" />
</template>

<style scoped>
.field,
.switches {
  padding: 5px 14px;
}

.switches {
  display: flex;
  gap: 6px;
}

.three {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 6px;
  padding: 5px 14px;
}

.three :deep(.field) {
  padding: 0;
}

.three :deep(.v-field__input) {
  padding-inline: 8px 4px;
}

.link {
  color: rgb(var(--v-theme-primary));
  text-decoration: underline;
}
</style>
