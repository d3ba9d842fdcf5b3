<script setup lang="ts">
/**
 * The drawing of a chart by Chart.js. It is drawn anew when what it shows changes; the playhead, the reading line and the
 * markers lie over it, so that a moving time draws no curve.
 */
import { sideOf, valueAt } from '@ligamen/core'
import { Chart as Drawing, LinearScale, LineController, LineElement, PointElement } from 'chart.js'
import type { ChartDataset, ChartOptions, Plugin } from 'chart.js'
import { useElementSize, useElementVisibility } from '@vueuse/core'
import { useTheme } from 'vuetify'
import type { Chart } from '@ligamen/core'
import { usePlaybackStore } from '~/model/pose/playback'
import { useClearanceStore } from '../clearance/clearance'
import { useBoardStore } from './board'
import { useSeries } from './useSeries'

Drawing.register(LineController, LineElement, PointElement, LinearScale)

const props = defineProps<{ chart: Chart }>()
const theme = useTheme()
const playback = usePlaybackStore()
const board = useBoardStore()
const clearance = useClearanceStore()
const { series, units, along, overlays, limits, pointsOf, eventsOf } = useSeries(() => props.chart)

const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const frame = useTemplateRef<HTMLElement>('frame')
const { width } = useElementSize(frame)
/** What is out of sight is drawn when it comes into sight. */
const isSeen = useElementVisibility(frame)
let drawing: Drawing<'line'> | null = null
/** Where the axes are, in pixels of the frame. */
const area = shallowRef({ left: 0, right: 1, top: 0, bottom: 1 })

const colour = (token: string) => (theme.current.value.colors as Record<string, string>)[token]!

const datasets = computed((): ChartDataset<'line'>[] => {
  const pixels = Math.max(50, Math.round(width.value))
  const line = (token: string, data: { x: number; y: number }[], axis: string): ChartDataset<'line'> => ({
    data,
    yAxisID: axis,
    borderColor: colour(token),
    borderWidth: 1.6,
    pointRadius: 0,
    pointHitRadius: 0,
  })
  return [
    ...series.value.map((one) => line(one.colour, pointsOf(one, pixels), sideOf(one.curve))),
    ...overlays.value.map(({ of, dash, points }) => ({
      ...line(of.colour, points(pixels), sideOf(of.curve)),
      borderDash: [...dash],
      borderWidth: 1.3,
    })),
    ...series.value.map((one) => ({
      ...line(one.colour, eventsOf(one), sideOf(one.curve)),
      showLine: false,
      pointRadius: 2.4,
      pointBackgroundColor: colour(one.colour),
    })),
  ]
})

/** Limits of checks, with words where they are. */
const limitLines: Plugin<'line'> = {
  id: 'limits',
  afterDatasetsDraw({ ctx, chartArea, scales }) {
    ctx.save()
    ctx.setLineDash([4, 3])
    ctx.strokeStyle = colour('error')
    ctx.fillStyle = colour('error')
    ctx.font = '11px Inter, sans-serif'
    ctx.textAlign = 'right'
    for (const { value, words, of } of limits.value) {
      const y = scales[sideOf(of.curve)]?.getPixelForValue(value)
      if (y === undefined || y < chartArea.top || y > chartArea.bottom) continue
      ctx.beginPath()
      ctx.moveTo(chartArea.left, y)
      ctx.lineTo(chartArea.right, y)
      ctx.stroke()
      ctx.fillText(words, chartArea.right - 4, y - chartArea.top < 14 ? y + 12 : y - 4)
    }
    ctx.restore()
  },
}

const options = computed((): ChartOptions<'line'> => {
  const ticks = { color: colour('muted'), font: { size: 11 }, maxTicksLimit: 6, padding: 2 }
  const grid = { color: colour('line-soft'), drawTicks: false }
  const { left, right } = units.value
  const [from, to] = board.stretch
  const y = (unit: { label: string } | null, position: 'left' | 'right') => ({
    type: 'linear' as const,
    position,
    display: unit !== null,
    title: {
      display: unit !== null,
      text: unit?.label ?? '',
      color: colour('muted'),
      font: { size: 11 },
      padding: 0,
    },
    ticks,
    grid: position === 'left' ? grid : { drawOnChartArea: false },
    // wide enough for most numbers, so that times lie below each other
    afterFit: (scale: { width: number }) => {
      scale.width = Math.max(scale.width, 58)
    },
  })
  return {
    animation: false,
    responsive: true,
    maintainAspectRatio: false,
    // what is not parsed is taken to be sorted; a curve over another probe goes back and forth
    parsing: along.value ? { xAxisKey: 'x', yAxisKey: 'y' } : false,
    normalized: along.value === null,
    events: [],
    layout: { padding: { top: 6, right: right ? 0 : 12 } },
    scales: {
      x: {
        type: 'linear',
        ...(along.value ? {} : { min: from, max: to }),
        title: along.value
          ? {
              display: true,
              text: `${along.value.name} [${along.value.unit.label}]`,
              color: colour('muted'),
              font: { size: 11 },
              padding: 0,
            }
          : { display: false },
        ticks: { ...ticks, maxTicksLimit: 12, callback: along.value ? undefined : (value) => `${value} s` },
        grid,
      },
      left: y(left, 'left'),
      right: y(right, 'right'),
    },
  } as ChartOptions<'line'>
})

function draw() {
  if (!canvas.value || (drawing && !isSeen.value)) return
  if (!drawing) {
    drawing = new Drawing(canvas.value, {
      type: 'line',
      data: { datasets: datasets.value },
      options: options.value,
      plugins: [limitLines],
    })
  } else {
    drawing.data.datasets = datasets.value
    drawing.options = options.value
    drawing.update('none')
  }
  const { left, right, top, bottom } = drawing.chartArea
  area.value = { left, right, top, bottom }
}
watch([() => (isSeen.value ? datasets.value : null), options, limits, isSeen], draw, { flush: 'post' })
onMounted(draw)
watch(width, () => void nextTick(draw))
onBeforeUnmount(() => drawing?.destroy())

/** Share of the axis, in pixels of the frame; null outside it. */
function placeOf(time: number | null): number | null {
  if (time === null || along.value) return null
  const [from, to] = board.stretch
  const { left, right } = area.value
  const share = (time - from) / (to - from)
  return share < -1e-9 || share > 1 + 1e-9 ? null : left + share * (right - left)
}
const head = computed(() => placeOf(playback.shown))
const line = computed(() => placeOf(board.reading))
/** Where the machine would first run into itself. */
const stop = computed(() => placeOf(clearance.stopsAt))
const marks = computed(() =>
  (['a', 'b'] as const).flatMap((name) => {
    const at = placeOf(board.markers[name])
    return at === null ? [] : [{ name, at }]
  }),
)
/** Where the motion is on a curve of one probe over another, by the first curve. */
const spot = computed(() => {
  const first = series.value[0]
  if (!along.value || !first || !drawing) return null
  const { column, unit } = along.value
  const frameNow = Math.min(playback.frame, column.frames - 1)
  // the area is read so that it follows a new size
  if (area.value.right <= area.value.left) return null
  const x = drawing.scales.x!.getPixelForValue(valueAt(column, frameNow) / unit.factor)
  const y = drawing.scales[sideOf(first.curve)]!.getPixelForValue(
    valueAt(first.column, frameNow) / first.unit.factor,
  )
  return Number.isFinite(x) && Number.isFinite(y) ? { x, y } : null
})

function timeAt(event: MouseEvent): number | null {
  const { left, right } = area.value
  const x = event.clientX - frame.value!.getBoundingClientRect().left
  if (along.value || x < left || x > right) return null
  const [from, to] = board.stretch
  return from + ((x - left) / (right - left)) * (to - from)
}
function seek(event: MouseEvent) {
  const time = timeAt(event)
  if (time !== null) playback.goTo(time)
}
function wheel(event: WheelEvent) {
  const time = timeAt(event)
  if (time === null || !(event.ctrlKey || event.shiftKey || event.altKey)) return
  event.preventDefault()
  const [from, to] = board.stretch
  if (event.shiftKey) board.scroll(((event.deltaY || event.deltaX) / 600) * (to - from))
  else board.zoom(event.deltaY > 0 ? 1.25 : 0.8, time)
}
defineExpose({ png: () => drawing?.toBase64Image('image/png', 1) ?? null })
</script>

<template>
  <div
    ref="frame"
    class="frame"
    @click="seek"
    @pointermove="board.reading = timeAt($event)"
    @pointerleave="board.reading = null"
    @wheel="wheel"
  >
    <canvas
      ref="canvas"
      role="img"
      :aria-label="`Chart ${chart.name}: ${series.map(({ name }) => name).join(', ')}`"
    />
    <i v-if="head !== null" class="line head" :style="{ transform: `translateX(${head}px)` }" />
    <i v-if="stop !== null" class="line stop" :style="{ transform: `translateX(${stop}px)` }" />
    <i v-if="line !== null" class="line reading" :style="{ transform: `translateX(${line}px)` }" />
    <i
      v-for="mark in marks"
      :key="mark.name"
      class="line mark"
      :style="{ transform: `translateX(${mark.at}px)` }"
    >
      <b>{{ mark.name.toUpperCase() }}</b>
    </i>
    <i v-if="spot" class="spot" :style="{ transform: `translate(${spot.x}px, ${spot.y}px)` }" />
  </div>
</template>

<style scoped>
.frame {
  position: relative;
  width: 100%;
  height: 100%;
  min-width: 0;
  overflow: hidden;
}

.line {
  position: absolute;
  top: 0;
  bottom: 18px;
  left: 0;
  width: 1px;
  pointer-events: none;
}

.head {
  width: 2px;
  margin-left: -1px;
  background: rgb(var(--v-theme-playhead));
}

.stop {
  border-left: 2px dashed rgb(var(--v-theme-error));
}

.reading {
  background: rgb(var(--v-theme-muted));
}

.mark {
  border-left: 1px dashed rgb(var(--v-theme-on-surface));
}

.mark b {
  position: absolute;
  top: 0;
  left: 3px;
  font-size: 11px;
  font-style: normal;
}

.spot {
  position: absolute;
  top: -5px;
  left: -5px;
  width: 10px;
  height: 10px;
  pointer-events: none;
  background: rgb(var(--v-theme-playhead));
  border-radius: 50%;
}
</style>
