<script setup lang="ts">
/**
 * The moves of a lane over its curve: each can be chosen, dragged in time, lengthened at its end and lifted at its level;
 * in the open lane a click beside them makes a new one. What is dragged shows where it would come to lie, and is tied to
 * the end it snaps to.
 */
import { inSeconds, moveKey } from '@ligamen/core'
import type { Move, Moves, PathDriver, PlannedItem, Scenario } from '@ligamen/core'
import { useEntryEdits } from '~/timing/useEntryEdits'
import { useScenarioEdits } from '~/timing/useScenarioEdits'
import { useSnapping } from '~/timing/useSnapping'
import type { Snapped } from '~/timing/useSnapping'
import type { Lane } from '~/drive/chart/useLanes'
import { display, formatSpan, typedPosition } from '~/fields/display'
import { newMove } from '~/drive/drivers/new-move'
import { useMechanismStore } from '~/model/document/mechanism'
import { useTimingStore } from '~/timing/timing'

const props = defineProps<{ lane: Lane; driver: Moves | PathDriver }>()
const timing = useTimingStore()
const mechanism = useMechanismStore()
const edits = useScenarioEdits()
const entries = useEntryEdits()
const { snap } = useSnapping()
const root = useTemplateRef<HTMLElement>('root')
const isOpen = computed(() => timing.open === props.driver.id)
const isLocked = computed(() => timing.locked.has(props.driver.id))

/** Room above and below the curve [px], as in LaneCurve. */
const INSET = 6

interface Placed {
  readonly key: string
  readonly move: Move
  readonly name: string
  readonly item: PlannedItem
  readonly levels: readonly [number, number]
}
const placed = computed<Placed[]>(() =>
  props.driver.moves.flatMap((move, k) => {
    const key = moveKey(props.driver.id, move, k)
    const item = timing.itemOf(key)
    return item?.levels && item.start >= 0
      ? [{ key, move, name: `${props.lane.name}, move ${k + 1}`, item, levels: item.levels }]
      : []
  }),
)

type Part = 'whole' | 'end' | 'level'
const drag = shallowRef<{
  of: Placed
  part: Part
  from: number
  start: number
  end: number
  level: number
  snapped: Snapped | null
  /** The plan before it. */
  items: readonly PlannedItem[]
} | null>(null)

const shownOf = (one: Placed) => {
  const held = drag.value?.of.key === one.key ? drag.value : null
  const by = timing.isChosen(one.key) ? timing.carried : 0
  const start = held?.start ?? one.item.start + by
  const end = held?.end ?? one.item.end + by
  return { start, end, level: held?.level ?? one.levels[1] }
}
const style = (one: Placed) => {
  const { start, end } = shownOf(one)
  return { left: `${timing.place(start)}%`, width: `${timing.place(end) - timing.place(start)}%` }
}
const heightOf = (level: number): string => {
  const [low, high] = props.lane.range ?? [0, 1]
  const share = high > low ? (high - level) / (high - low) : 0.5
  return `calc(${INSET}px + ${share} * (100% - ${2 * INSET}px))`
}

const box = () => root.value!.getBoundingClientRect()
const timeUnder = (event: PointerEvent | MouseEvent) =>
  timing.timeAt((event.clientX - box().left) / box().width)
function levelUnder(event: PointerEvent | MouseEvent): number {
  const [low, high] = props.lane.range ?? [0, 0]
  const share = (event.clientY - box().top - INSET) / (box().height - 2 * INSET)
  return tidy(high - share * (high - low))
}
/** To a tenth of a millimetre or of a degree. */
function tidy(value: number): number {
  const unit = props.lane.dimension === 'length' ? 1e-4 : Math.PI / 1800
  return Math.round(value / unit) * unit
}
const words = (value: number) => typedPosition(value, props.lane.dimension)

function hold(event: PointerEvent, of: Placed, part: Part) {
  if (event.button !== 0) return
  timing.open = props.driver.id
  if (event.ctrlKey || event.metaKey || event.shiftKey) {
    timing.toggleChosen(of.key)
    return
  }
  if (part !== 'whole' || !timing.isChosen(of.key)) timing.chosen = of.key
  if (isLocked.value) return
  ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
  const { start, end } = of.item
  const { items } = timing
  drag.value = { of, part, from: timeUnder(event), start, end, level: of.levels[1], snapped: null, items }
  // what is dragged must not move the scale it is dragged on
  timing.scale = props.lane.range && { lane: props.lane.id, range: props.lane.range }
}
function pull(event: PointerEvent) {
  const held = drag.value
  if (!held) return
  const { of, part, from } = held
  const { start, end } = of.item
  if (part === 'level') {
    drag.value = { ...held, level: levelUnder(event) }
  } else if (part === 'end') {
    const { time } = snap(timeUnder(event), box().width, [of.key])
    drag.value = { ...held, end: Math.max(start + 1e-3, time) }
  } else {
    const snapped = snap(Math.max(0, start + timeUnder(event) - from), box().width, timing.allChosen)
    drag.value = { ...held, start: snapped.time, end: snapped.time + end - start, snapped }
  }
  const made = editOf(drag.value!)
  if (made) edits.tryOut(made.change)
}
/** The edit that a drag comes to: what undo says of it, and what it changes; null when nothing has moved. */
function editOf(held: NonNullable<typeof drag.value>) {
  const { of, part, start, end, level, snapped, items } = held
  const own = (change: (move: Move) => void) => (scenario: Scenario) =>
    change(edits.moveOf(scenario, props.driver.id, of.key))
  if (part === 'level' && level !== of.levels[1]) {
    const change = own((move) => {
      if (move.by === undefined) move.to = words(level)
      else move.by = words(level - of.levels[0])
    })
    return { name: `${of.name}: to ${words(level)}`, change }
  }
  if (part === 'end' && end !== of.item.end) {
    const lasts = inSeconds(end - start)
    const change = own((move) => {
      move.duration = lasts
    })
    return { name: `${of.name}: lasts ${lasts}`, change }
  }
  if (part !== 'whole' || start === of.item.start) return null
  if (timing.allChosen.length > 1) {
    const change = entries.shifted(timing.allChosen, start - of.item.start, items)
    return { name: `${timing.allChosen.length} of the timing chart to ${inSeconds(start)}`, change }
  }
  return {
    name: `${of.name}: starts at ${inSeconds(start)}`,
    change: own((move) => shift(move, start, snapped)),
  }
}
async function drop() {
  const held = drag.value
  if (!held) return
  const made = editOf(held)
  if (made) await edits.alter(made.name, made.change)
  else {
    await mechanism.endTrials()
    // a click on one of several chooses it alone
    if (held.part === 'whole') timing.chosen = held.of.key
  }
  // unless the next drag has begun meanwhile
  if (drag.value === held) endDrag()
}
function endDrag() {
  drag.value = null
  timing.carried = 0
  timing.scale = null
}
function giveUp() {
  endDrag()
  void mechanism.endTrials()
}

/** What is tied stays tied, later or earlier by its offset; what snapped is tied to that. */
function shift(move: Move, start: number, snapped: Snapped | null) {
  const { tie } = move
  if (snapped?.tie) {
    delete move.start
    move.tie = snapped.tie
  } else if (tie && !tie.when) {
    const hangsOn = timing.itemOf((tie.with ?? tie.after)!)!
    tie.offset = inSeconds(start - (tie.with === undefined ? hangsOn.end : hangsOn.start))
  } else if (!tie) move.start = inSeconds(start)
}

/** A new move in a dwell of the open lane, from there to the level under the pointer. */
function make(event: MouseEvent) {
  if (!isOpen.value || isLocked.value || event.target !== root.value) return
  const at = snap(Math.max(0, timeUnder(event)), box().width, [])
  const index = placed.value.filter(({ item }) => item.start <= at.time).length
  const next = placed.value[index]
  const room = (next ? next.item.start : timing.length) - at.time
  const [low, high] = props.lane.range ?? [0, 0]
  const start = at.tie ? { tie: at.tie } : { start: inSeconds(at.time) }
  const { by, ...move } = newMove(props.lane.dimension)
  const target = high > low ? { to: words(levelUnder(event)) } : { by }
  const duration = room > 0 && room < 0.5 ? inSeconds(room) : move.duration
  void edits.move(props.driver.id, index, () => ({ ...move, ...start, ...target, duration }))
}

function key(event: KeyboardEvent, one: Placed) {
  const step = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
  if (event.key === 'Delete') {
    event.stopPropagation()
    void entries.takeAway(one.name, timing.isChosen(one.key) ? timing.allChosen : [one.key])
  } else if (step !== undefined && !isLocked.value) {
    event.preventDefault()
    event.stopPropagation()
    const by = step / mechanism.scenario!.frameRate
    void entries.shift(one.name, timing.isChosen(one.key) ? timing.allChosen : [one.key], by)
  } else if (event.key === 'Enter' || event.key === ' ') {
    event.preventDefault()
    event.stopPropagation()
    timing.open = props.driver.id
    if (event.ctrlKey || event.shiftKey) timing.toggleChosen(one.key)
    else timing.chosen = one.key
  }
}
</script>

<template>
  <div
    ref="root"
    class="moves"
    :class="{ open: isOpen, locked: isLocked }"
    @click="make"
    @pointerdown="isOpen && $event.stopPropagation()"
  >
    <div
      v-for="one in placed"
      :key="one.key"
      class="move"
      role="button"
      tabindex="0"
      :class="{ chosen: timing.isChosen(one.key), tied: one.move.tie !== undefined }"
      :style="style(one)"
      :aria-label="`${one.name}, ${formatSpan(one.item.start, one.item.end)}, to ${display(one.levels[1], lane.dimension, 0)}`"
      :aria-pressed="timing.isChosen(one.key)"
      :title="`${one.name}: ${formatSpan(shownOf(one).start, shownOf(one).end)}, to ${display(shownOf(one).level, lane.dimension, 0)}`"
      @pointerdown.stop="hold($event, one, 'whole')"
      @pointermove="pull"
      @pointerup="drop"
      @pointercancel="giveUp"
      @keydown="key($event, one)"
    >
      <span v-if="drag?.of.key === one.key" class="told tabular">
        {{ drag.part === 'level' ? display(drag.level, lane.dimension, 0) : formatSpan(drag.start, drag.end)
        }}{{ drag.snapped?.tie ? ' tied' : '' }}
      </span>
      <template v-if="!isLocked && timing.chosen === one.key">
        <span
          v-if="one.move.speed === undefined"
          class="edge"
          title="Drag to change the duration"
          @pointerdown.stop="hold($event, one, 'end')"
          @pointermove="pull"
          @pointerup="drop"
        />
        <span
          class="knob"
          title="Drag to change the level"
          :style="{ top: heightOf(shownOf(one).level) }"
          @pointerdown.stop="hold($event, one, 'level')"
          @pointermove="pull"
          @pointerup="drop"
        />
      </template>
    </div>
  </div>
</template>

<style scoped>
.moves {
  position: absolute;
  inset: 0;
  overflow: hidden;
}

.open {
  cursor: copy;
}

.locked {
  cursor: not-allowed;
}

.move {
  position: absolute;
  top: 0;
  bottom: 0;
  min-width: 3px;
  cursor: grab;
  background: rgba(var(--v-theme-primary), 0.07);
  border-right: 1px solid rgba(var(--v-theme-primary), 0.35);
  border-left: 1px solid rgba(var(--v-theme-primary), 0.35);
}

.move.tied {
  border-left: 2px dashed rgb(var(--v-theme-primary));
}

.move.chosen {
  background: rgba(var(--v-theme-selected), 0.16);
}

.edge {
  position: absolute;
  top: 0;
  right: -4px;
  bottom: 0;
  width: 9px;
  cursor: ew-resize;
}

.knob {
  position: absolute;
  right: -6px;
  width: 12px;
  height: 12px;
  margin-top: -6px;
  cursor: ns-resize;
  background: rgb(var(--v-theme-surface));
  border: 2px solid rgb(var(--v-theme-selected));
  border-radius: 50%;
}

.told {
  position: absolute;
  top: 2px;
  left: 4px;
  padding: 0 5px;
  font-size: 11px;
  white-space: nowrap;
  background: rgb(var(--v-theme-surface));
  border-radius: 4px;
}
</style>
