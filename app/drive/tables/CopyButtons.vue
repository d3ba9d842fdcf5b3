<script setup lang="ts">
/** Copies what is chosen in the chart, and puts what was copied at the playhead. */
import { reasons } from '@ligamen/core'
import { useEntryEdits } from '~/timing/useEntryEdits'
import { usePlaybackStore } from '~/model/pose/playback'
import { useTimingStore } from '~/timing/timing'

defineProps<{
  /** What one of them is called: move, cue. */
  noun: string
  /** Whether there is something chosen here. */
  chosen: boolean
}>()
const emit = defineEmits<{ refused: [words: string] }>()
const timing = useTimingStore()
const playback = usePlaybackStore()
const entries = useEntryEdits()

const paste = async () => emit('refused', reasons(await entries.paste(playback.shown)))
</script>

<template>
  <v-btn v-if="chosen" @click="entries.copy(timing.allChosen)">
    Copy {{ timing.allChosen.length === 1 ? `the chosen ${noun}` : `the ${timing.allChosen.length} chosen` }}
  </v-btn>
  <v-btn v-if="timing.copied.length > 0" @click="paste">
    Put {{ timing.copied.length }} at the playhead
  </v-btn>
</template>
