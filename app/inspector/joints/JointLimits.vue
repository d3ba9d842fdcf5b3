<script setup lang="ts">
/** The freedoms of a joint with their limits and rest position: typed, taken from where it is, and played through. */
import { mdiPlay } from '@mdi/js'
import { freedomDimension, freedomWords, jointType, reasons } from '@ligamen/core'
import type { Joint, JointFreedom, Problem, Quantity } from '@ligamen/core'
import FaultLine from '~/fields/FaultLine.vue'
import QuantityField from '../../fields/QuantityField.vue'
import { useReadings } from '~/model/pose/useReadings'
import { display } from '~/fields/display'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePoseStore } from '~/model/pose/pose'
import { useCounting } from './useCounting'

const props = defineProps<{ joint: Joint }>()
const mechanism = useMechanismStore()
const pose = usePoseStore()
const readings = useReadings()
const { fault, note, fromHere, otherWay } = useCounting(() => props.joint)

const freedoms = computed(() =>
  (jointType(props.joint.kind)?.freedoms ?? []).map(({ name, motion, axis }) => ({
    name,
    words: freedomWords({ motion, axis }),
    dimension: freedomDimension({ motion }),
    settings: props.joint.freedoms?.find((f) => f.name === name),
    reading: readings.value.find(({ joint, freedom }) => joint === props.joint.id && freedom === name),
  })),
)
const several = computed(() => freedoms.value.length > 1)

type Field = 'lower' | 'upper' | 'rest'
const LABELS: Readonly<Record<Field, string>> = {
  lower: 'Lower limit',
  upper: 'Upper limit',
  rest: 'Rest position',
}
const FIELDS = Object.keys(LABELS) as Field[]

function alter(
  edit: string,
  freedom: string,
  change: (settings: JointFreedom) => JointFreedom,
): Promise<readonly Problem[]> {
  return mechanism.edit(edit, (draft) => {
    const joint = draft.joints.find(({ id }) => id === props.joint.id)!
    const settings = change(joint.freedoms?.find(({ name }) => name === freedom) ?? { name: freedom })
    const rest = (joint.freedoms ?? []).filter(({ name }) => name !== freedom)
    joint.freedoms = Object.keys(settings).length > 1 ? [...rest, settings] : rest
    if (joint.freedoms.length === 0) delete joint.freedoms
  })
}

const set = (freedom: string, field: Field) => (value: Quantity) =>
  alter(`${props.joint.name}: ${LABELS[field].toLowerCase()} ${value}`, freedom, (settings) => ({
    ...settings,
    [field]: value,
  }))
const clear = (freedom: string, field: Field) => () =>
  alter(
    `${props.joint.name}: no ${LABELS[field].toLowerCase()}`,
    freedom,
    (settings) =>
      Object.fromEntries(
        Object.entries(settings).filter(([key]) => key !== field),
      ) as unknown as JointFreedom,
  )

async function takePresent(freedom: (typeof freedoms.value)[number], field: Field) {
  const { reading } = freedom
  if (!reading) return
  const { dimension } = reading.channel
  const shown = display(reading.value, dimension, 0, 4).replace('−', '-').replace('°', ' deg')
  const refused = await set(freedom.name, field)(shown)
  fault.value = reasons(refused)
}

async function playTravel(freedom: string) {
  const clip = await mechanism.ask('travel', { joint: props.joint.id, freedom })
  if (clip.ok) pose.show(clip.value, false)
  fault.value = clip.ok ? '' : reasons(clip.problems)
}
</script>

<template>
  <section v-for="freedom in freedoms" :key="freedom.name" :aria-label="`Limits: ${freedom.words}`">
    <h3 class="heading">{{ several ? `Limits: ${freedom.words}` : 'Limits' }}</h3>
    <div v-for="field in FIELDS" :key="field" class="row">
      <QuantityField
        :label="LABELS[field]"
        :value="freedom.settings?.[field] ?? null"
        :dimension="freedom.dimension"
        :commit="set(freedom.name, field)"
        :clear="clear(freedom.name, field)"
      />
      <button
        type="button"
        :aria-label="`${LABELS[field]} here, at the present position`"
        title="Use the present position"
        @click="takePresent(freedom, field)"
      >
        here
      </button>
    </div>
    <div class="play">
      <v-btn :prepend-icon="mdiPlay" @click="playTravel(freedom.name)">Play the travel</v-btn>
      <v-btn
        title="Its position is zero where it is now"
        @click="freedom.reading && fromHere(freedom.reading)"
        >Zero here</v-btn
      >
      <v-btn v-if="!several" title="What was positive becomes negative; nothing moves" @click="otherWay"
        >Count the other way</v-btn
      >
    </div>
  </section>
  <p v-if="note" class="note" role="status">{{ note }}</p>
  <FaultLine inset :text="fault" />
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 48px;
  align-items: start;
}

.row button {
  margin-top: 10px;
  font-size: 12px;
  color: rgb(var(--v-theme-primary));
  text-align: left;
  text-decoration: underline;
}

.row :deep(.field) {
  padding-right: 8px;
}

.play {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding: 5px 14px;
}

.note {
  margin: 4px 14px;
}
</style>
