<script setup lang="ts">
/** The curve of one lane over the length of the run; the axes are drawn by the timing chart around it. */
import { Chart, Decimation, Filler, LinearScale, LineController, LineElement, PointElement } from 'chart.js'
import type { ChartData, ChartOptions } from 'chart.js'
import { Line } from 'vue-chartjs'
import { useTheme } from 'vuetify'
import type { Lane } from '~/composables/useLanes'

Chart.register(Decimation, Filler, LinearScale, LineController, LineElement, PointElement)

const props = defineProps<{ lane: Lane; length: number }>()
const theme = useTheme()

const colour = computed(() => {
  const colours = theme.current.value.colors as Record<string, string>
  return props.lane.kind === 'driver' ? colours.primary : colours.measured
})

const chart = computed<ChartData<'line', { x: number; y: number }[]>>(() => ({
  datasets: [
    {
      data: props.lane.points,
      borderColor: colour.value,
      backgroundColor: `${colour.value}1c`,
      borderWidth: 2,
      pointRadius: 0,
      fill: props.lane.kind === 'driver' ? 'start' : false,
    },
  ],
}))

const options = computed<ChartOptions<'line'>>(() => ({
  animation: false,
  responsive: true,
  maintainAspectRatio: false,
  parsing: false,
  normalized: true,
  events: [],
  layout: { padding: { top: 6, bottom: 6 } },
  plugins: { decimation: { enabled: true, algorithm: 'min-max' } },
  scales: {
    x: { type: 'linear', display: false, min: 0, max: props.length },
    y: { type: 'linear', display: false, grace: 0 },
  },
}))
</script>

<template>
  <Line :data="chart" :options="options" :aria-label="`Curve of ${lane.name}`" />
</template>
