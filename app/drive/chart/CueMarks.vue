<script setup lang="ts">
/** The cues as marks on the time axis; a mark is chosen, and dragged in time. */
import { cueTimes, inSeconds } from '@ligamen/core'
import type { AnyCue } from '@ligamen/core'
import { useEntryEdits } from '~/timing/useEntryEdits'
import { useScenarioEdits } from '~/timing/useScenarioEdits'
import { useSnapping } from '~/timing/useSnapping'
import { cueWords, isMotionCue } from '~/drive/tables/cues'
import { seconds } from '~/fields/display'
import { useMechanismStore } from '~/model/document/mechanism'
import { CUES, useTimingStore } from '~/timing/timing'

const mechanism = useMechanismStore()
const timing = useTimingStore()
const edits = useScenarioEdits()
const entries = useEntryEdits()
const { snap } = useSnapping()
const root = useTemplateRef<HTMLElement>('root')
const drag = shallowRef<{ key: string; start: number; tie: AnyCue['tie'] | null } | null>(null)

const marks = computed(() =>
  (mechanism.scenario?.cues ?? []).filter(isMotionCue).flatMap((cue) => {
    const item = timing.itemOf(cue.id)
    return item && item.start >= 0
      ? [
          {
            cue,
            item,
            again: cueTimes(cue, item.start, timing.length).slice(1),
            words: `${cueWords(cue, (id) => mechanism.nameOf(id))} at ${seconds(item.start)}${cue.every === undefined ? '' : ', again and again'}`,
          },
        ]
      : []
  }),
)
const startOf = (mark: (typeof marks.value)[number]) =>
  drag.value?.key === mark.cue.id
    ? drag.value.start
    : mark.item.start + (timing.isChosen(mark.cue.id) ? timing.carried : 0)

function hold(event: PointerEvent, key: string, start: number) {
  if (event.button !== 0) return
  timing.open = CUES
  if (event.ctrlKey || event.metaKey || event.shiftKey) {
    timing.toggleChosen(key)
    return
  }
  if (!timing.isChosen(key)) timing.chosen = key
  ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
  drag.value = { key, start, tie: null }
}
function pull(event: PointerEvent) {
  if (!drag.value) return
  const { left, width } = root.value!.getBoundingClientRect()
  const { time, tie } = snap(Math.max(0, timing.timeAt((event.clientX - left) / width)), width, [
    drag.value.key,
    ...timing.allChosen,
  ])
  drag.value = { ...drag.value, start: time, tie }
  if (timing.allChosen.length > 1) timing.carried = time - timing.itemOf(drag.value.key)!.start
}
async function drop(mark: (typeof marks.value)[number]) {
  const held = drag.value
  if (held && timing.allChosen.length > 1) {
    if (held.start === mark.item.start) timing.chosen = held.key
    else await entries.shift(mark.words, timing.allChosen, held.start - mark.item.start)
  } else if (held && held.start !== mark.item.start) {
    await edits.alterCue(`${mark.words}: at ${inSeconds(held.start)}`, held.key, (cue) => {
      delete cue.start
      delete cue.tie
      if (held.tie) cue.tie = held.tie
      else cue.start = inSeconds(held.start)
    })
  }
  endDrag()
}
function endDrag() {
  drag.value = null
  timing.carried = 0
}
</script>

<template>
  <div ref="root" class="marks">
    <button
      v-for="mark in marks"
      :key="mark.cue.id"
      type="button"
      class="mark"
      :class="[mark.cue.kind, { chosen: timing.isChosen(mark.cue.id) }]"
      :style="{ left: `${timing.place(startOf(mark))}%` }"
      :aria-label="mark.words"
      :title="mark.words"
      @pointerdown.stop="hold($event, mark.cue.id, mark.item.start)"
      @pointermove="pull"
      @pointerup="drop(mark)"
      @pointercancel="endDrag"
      @keydown.delete.stop="
        entries.takeAway(mark.words, timing.isChosen(mark.cue.id) ? timing.allChosen : [mark.cue.id])
      "
    />
    <template v-for="mark in marks" :key="mark.cue.id">
      <span
        v-for="start in mark.again"
        :key="start"
        class="mark again"
        :class="mark.cue.kind"
        :style="{ left: `${timing.place(start + startOf(mark) - mark.item.start)}%` }"
        aria-hidden="true"
      />
    </template>
  </div>
</template>

<style scoped>
.marks {
  position: absolute;
  inset: 0;
  overflow: hidden;
}

.mark {
  position: absolute;
  top: 50%;
  width: 12px;
  height: 12px;
  margin: -6px 0 0 -6px;
  cursor: grab;
  background: rgb(var(--v-theme-attention));
  border-radius: 2px;
  transform: rotate(45deg);
}

.mark.take {
  background: rgb(var(--v-theme-primary));
}

.mark.hand-over {
  background: rgb(var(--v-theme-primary));
  border: 3px double rgb(var(--v-theme-surface));
}

/* what comes again is smaller and cannot be dragged */
.mark.again {
  width: 8px;
  height: 8px;
  margin: -4px 0 0 -4px;
  pointer-events: none;
}

.mark.release {
  background: rgb(var(--v-theme-surface));
  border: 2px solid rgb(var(--v-theme-primary));
}

.mark.show,
.mark.hide,
.mark.fade {
  background: rgb(var(--v-theme-measured));
  border-radius: 50%;
}

.mark.chosen {
  box-shadow: 0 0 0 3px rgb(var(--v-theme-selected));
}
</style>
