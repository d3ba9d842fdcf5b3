<script setup lang="ts">
/** A probe: what it measures and reads, the values whose passings are marked, where it is drawn. */
import { frameAt, formatQuantity, parseQuantity, reasons } from '@ligamen/core'
import type { Probe } from '@ligamen/core'
import EntityActions from '../EntityActions.vue'
import FactRow from '~/fields/FactRow.vue'
import FaultLine from '~/fields/FaultLine.vue'
import NameField from '~/fields/NameField.vue'
import TextCommit from '~/fields/TextCommit.vue'
import { display, seconds } from '~/fields/display'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlaybackStore } from '~/model/pose/playback'
import { useRunStore } from '~/model/run/run'
import { ALONG_WORDS, directionsOf, namedIn, PROBE_WORDS } from '~/prove/probes/probe-words'
import { useChartEdits } from '~/prove/charts/useChartEdits'
import { useProofStore } from '~/prove/proof'

const props = defineProps<{ probe: Probe }>()
const mechanism = useMechanismStore()
const run = useRunStore()
const playback = usePlaybackStore()
const proof = useProofStore()
const charts = useChartEdits()
const fault = ref('')

const column = computed(() => run.take?.probeChannels.findIndex(({ key }) => key === props.probe.id) ?? -1)
const dimension = computed(() => run.take?.probeChannels[column.value]?.dimension)
const readings = computed(() => {
  const { take } = run
  if (!take || take.frames === 0 || !dimension.value) return null
  const at = 3 * (frameAt(take, playback.shown) * take.probeChannels.length + column.value)
  return ([0, 1, 2] as const).map((k) => display(take.probes[at + k]!, dimension.value!, k))
})
const figures = computed(() => {
  const signal = proof.signalOf(props.probe.id)
  if (!signal?.dimension || !(signal.end > 0) || !signal.isKnown(0, signal.end)) return null
  const { least, greatest } = signal.extremes(0, signal.end)
  const { mean, rms } = signal.means(0, signal.end)
  const shown = (value: number) => display(value, signal.dimension!, 0)
  return {
    least,
    greatest,
    mean: shown(mean),
    rms: shown(rms),
    low: shown(least.value),
    high: shown(greatest.value),
  }
})
const events = computed(() => {
  const mine =
    run.take?.events.filter(({ probe, kind }) => probe === props.probe.id && kind.endsWith('past')) ?? []
  return mine.slice(0, 12).map(({ kind, time, value }) => ({
    time,
    words: `${kind === 'rises-past' ? 'rises past' : 'falls past'} ${display(value, dimension.value!, 0)}`,
  }))
})

async function alter(words: string, change: (probe: Probe) => void) {
  const refused = await mechanism.edit(`${props.probe.name}: ${words}`, (draft) =>
    change(draft.probes.find(({ id }) => id === props.probe.id)!),
  )
  fault.value = reasons(refused)
  return refused
}
const rename = (name: string) => alter('rename', (probe) => (probe.name = name))
const directions = computed(() => {
  const all = directionsOf(props.probe.kind).map((value) => ({
    value: value as string,
    title: ALONG_WORDS[value]!,
  }))
  const optional = props.probe.kind === 'datum-velocity' || props.probe.kind === 'datum-acceleration'
  return optional ? [{ value: '', title: 'its size' }, ...all] : all
})
const setAlong = (along: string) =>
  alter('direction', (probe) => {
    if (along === '') delete probe.along
    else probe.along = along as NonNullable<Probe['along']>
  })
const setExpression = (expression: string) => {
  const others = (mechanism.document?.probes ?? []).filter(({ id }) => id !== props.probe.id)
  return mechanism.edit(`${props.probe.name}: expression`, (draft) => {
    const probe = draft.probes.find(({ id }) => id === props.probe.id)!
    probe.expression = expression
    probe.of = namedIn(expression, others, probe.of)
  })
}
/** Values separated by commas; an empty field takes them away. */
const setPasses = (text: string) => {
  const values = text
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean)
  for (const value of values) {
    const read = parseQuantity(value, dimension.value ?? 'length')
    if (!read.ok) return Promise.resolve(read.problems)
  }
  return mechanism.edit(`${props.probe.name}: values that are marked`, (draft) => {
    const probe = draft.probes.find(({ id }) => id === props.probe.id)!
    if (values.length > 0) probe.passes = values
    else delete probe.passes
  })
}
const chartItems = computed(() => [
  ...(mechanism.document?.charts ?? []).map(({ id, name }) => ({ value: id, title: name })),
  { value: 'new', title: 'a new chart' },
])
function show(id: string) {
  const chart = mechanism.document?.charts?.find((one) => one.id === id)
  void (chart ? charts.addCurve(chart, props.probe.id) : charts.add([{ probe: props.probe.id }]))
}
const showInView = (on: boolean | null) =>
  alter('in the view', (probe) => {
    if (on) probe.inView = true
    else delete probe.inView
  })
const go = playback.goTo
const of = computed(() => {
  const { joint, against, mate, body, other, datum, from, spring, relation } = props.probe
  return [joint, against, mate, body, other, datum, from, spring, relation].flatMap((id) =>
    id === undefined ? [] : mechanism.nameOf(id),
  )
})
</script>

<template>
  <h2 class="heading">{{ probe.name }} <span>probe</span></h2>
  <div class="field"><NameField label="Name" :value="probe.name" @commit="rename" /></div>
  <FactRow name="Measures">{{ PROBE_WORDS[probe.kind] }}</FactRow>
  <FactRow v-if="of.length > 0" name="Of">{{ of.join(' · ') }}</FactRow>
  <div v-if="directions.length > 1" class="field">
    <v-select
      label="Direction"
      :items="directions"
      :model-value="probe.along ?? ''"
      @update:model-value="setAlong"
    />
  </div>
  <template v-if="probe.kind === 'expression'">
    <TextCommit label="Expression" :value="probe.expression ?? ''" :commit="setExpression" />
    <p class="muted note">Names: {{ (probe.of ?? []).map(({ as }) => as).join(', ') || 'none' }}</p>
  </template>
  <template v-if="readings">
    <h3 class="heading">At the playhead</h3>
    <FactRow name="Value">{{ readings[0] }}</FactRow>
    <FactRow name="Rate">{{ readings[1] }}</FactRow>
    <FactRow name="2nd derivative">{{ readings[2] }}</FactRow>
    <div class="field">
      <v-checkbox-btn
        label="Written into the view"
        :model-value="probe.inView ?? false"
        @update:model-value="showInView"
      />
    </div>
  </template>
  <template v-if="figures">
    <h3 class="heading">Over the run</h3>
    <FactRow name="Minimum">
      {{ figures.low }}
      <button type="button" class="link" @click="go(figures.least.time)">
        at {{ seconds(figures.least.time, 3) }}
      </button>
    </FactRow>
    <FactRow name="Maximum">
      {{ figures.high }}
      <button type="button" class="link" @click="go(figures.greatest.time)">
        at {{ seconds(figures.greatest.time, 3) }}
      </button>
    </FactRow>
    <FactRow name="Mean">{{ figures.mean }}</FactRow>
    <FactRow name="RMS">{{ figures.rms }}</FactRow>
  </template>
  <h3 class="heading">Values that are marked</h3>
  <TextCommit label="Passes" :value="(probe.passes ?? []).join(', ')" :commit="setPasses" />
  <FactRow v-for="(event, k) in events" :key="k" :name="formatQuantity(event.time, 's', 4)">
    <button type="button" class="link" @click="go(event.time)">{{ event.words }}</button>
  </FactRow>
  <div class="field">
    <v-select
      label="Show it in"
      :items="chartItems"
      :model-value="null"
      @update:model-value="$event && show($event)"
    />
  </div>
  <FaultLine inset :text="fault || charts.fault.value" />
  <EntityActions :id="probe.id" />
</template>

<style scoped>
.field {
  padding: 5px 14px;
}

.note {
  margin: 0;
  padding: 0 14px;
  font-size: 12px;
}

.link {
  color: rgb(var(--v-theme-primary));
  text-decoration: underline;
}
</style>
