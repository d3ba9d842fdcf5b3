<script setup lang="ts">
/** The curves of a chart with what they read at the reading line or the playhead, and their figures over what is seen. */
import { compareWithReference, formatNumber, Signal } from '@ligamen/core'
import type { Chart, Derivative } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { useRunStore } from '~/model/run/run'
import { seconds } from '~/fields/display'
import { useBoardStore } from './board'
import { useSeries } from './useSeries'
import type { Series } from './series'

const props = defineProps<{ chart: Chart; detailed: boolean }>()
const mechanism = useMechanismStore()
const run = useRunStore()
const board = useBoardStore()
const { series, along } = useSeries(() => props.chart)

const DECIMALS = 2
const inUnit = (si: number, { unit }: Series) =>
  Number.isNaN(si) ? 'none' : `${formatNumber(si / unit.factor, DECIMALS)} ${unit.label}`

const signals = computed(() => {
  const { take } = run
  return series.value.map(({ curve }) =>
    take ? Signal.of(take, curve.probe, (curve.derivative ?? 0) as Derivative) : null,
  )
})
const readings = computed(() => {
  const time = Math.min(board.readAt, run.take ? (run.take.frames - 1) * run.take.interval : 0)
  return series.value.map((one, k) => inUnit(signals.value[k]?.valueAt(time) ?? Number.NaN, one))
})

interface Figures {
  readonly least: string
  readonly greatest: string
  readonly mean: string
  readonly rms: string
}
/** Over the stretch that is seen. */
const figures = computed<(Figures | null)[]>(() =>
  series.value.map((one, k) => {
    const signal = signals.value[k]
    if (!signal) return null
    const [from, to] = [board.stretch[0], Math.min(board.stretch[1], signal.end)]
    if (!(to > from) || !signal.isKnown(from, to)) return null
    const { least, greatest } = signal.extremes(from, to)
    const { mean, rms } = signal.means(from, to)
    const spot = ({ value, time }: typeof least) => `${inUnit(value, one)} at ${seconds(time, 3)}`
    return { least: spot(least), greatest: spot(greatest), mean: inUnit(mean, one), rms: inUnit(rms, one) }
  }),
)
/** Between the two markers. */
const differences = computed(() => {
  const { a, b } = board.markers
  if (a === null || b === null || a === b) return []
  return series.value.map((one, k) => {
    const signal = signals.value[k]
    if (!signal) return ''
    const difference = signal.valueAt(b) - signal.valueAt(a)
    return `B − A: ${inUnit(difference, one)}, slope ${formatNumber(difference / one.unit.factor / (b - a), DECIMALS)} ${one.unit.label}/s`
  })
})
/** How far a curve is from its reference curves. */
const compared = computed(() =>
  series.value.map((one, k) =>
    (one.curve.derivative ?? 0) > 0
      ? []
      : (mechanism.document?.references ?? [])
          .filter(({ probe }) => probe === one.curve.probe)
          .flatMap(({ name, points }) => {
            const signal = signals.value[k]
            const difference = signal && compareWithReference(signal, points)
            return difference
              ? [
                  `${name}: differs by at most ${inUnit(Math.abs(difference.largest.value), one)} at ${seconds(difference.largest.time, 3)}, RMS ${inUnit(difference.rms, one)}`,
                ]
              : [`${name}: no time in common`]
          }),
  ),
)
</script>

<template>
  <ul class="legend">
    <li v-for="(one, k) in series" :key="one.key">
      <span class="name">
        <i :style="{ background: `rgb(var(--v-theme-${one.colour}))` }" />{{ one.name }}
        <strong class="tabular">{{ readings[k] }}</strong>
      </span>
      <dl v-if="detailed && figures[k]" class="muted tabular">
        <dt>min</dt>
        <dd>{{ figures[k]!.least }}</dd>
        <dt>max</dt>
        <dd>{{ figures[k]!.greatest }}</dd>
        <dt>mean</dt>
        <dd>{{ figures[k]!.mean }}</dd>
        <dt>RMS</dt>
        <dd>{{ figures[k]!.rms }}</dd>
      </dl>
      <span v-if="differences[k]" class="tabular">{{ differences[k] }}</span>
      <span v-for="words in compared[k]" :key="words" class="muted tabular">{{ words }}</span>
    </li>
    <li v-if="along" class="muted">over {{ along.name }}</li>
    <li v-if="series.length === 0" class="muted">
      {{ chart.curves.length === 0 ? 'Add a probe to this chart.' : 'Its probes are not solved yet.' }}
    </li>
  </ul>
</template>

<style scoped>
.legend {
  display: grid;
  gap: 4px;
  align-content: start;
  margin: 0;
  padding: 0;
  overflow: hidden auto;
  font-size: 12px;
  list-style: none;
}

.legend li {
  display: grid;
  gap: 1px;
}

.name i {
  display: inline-block;
  width: 9px;
  height: 9px;
  margin-right: 5px;
  border-radius: 2px;
}

.name strong {
  font-weight: 600;
}

dl {
  display: grid;
  grid-template-columns: 36px 1fr;
  gap: 0 4px;
  margin: 0;
  font-size: 11px;
}

dd {
  margin: 0;
}
</style>
