<script setup lang="ts">
/**
 * A field for a quantity: takes any unit, keeps what was typed, and writes the usual unit behind a bare number.
 * Enter or leaving the field commits, Escape takes back. What is refused stays in the field with the reason below.
 */
import {
  dimensions,
  isBareNumber,
  isShare,
  parseQuantity,
  readSpan,
  reasons,
  unitSymbol,
} from '@ligamen/core'
import type { Dimension, Problem, Quantity } from '@ligamen/core'
import FaultLine from '~/fields/FaultLine.vue'
import { useFieldFault } from '~/fields/form-faults'

const props = defineProps<{
  label: string
  /** Null when there is none yet. */
  value: Quantity | null
  dimension: Dimension
  /** Tries the new value; returns the reasons when it is refused. */
  commit: (value: Quantity) => Promise<readonly Problem[]>
  /** Takes the value away, where there may be none: then an empty field is allowed. */
  clear?: () => Promise<readonly Problem[]>
  /** A time that may be a share of a whole, such as 20 %. */
  share?: boolean
  /** It is worked out and not typed: shown with two decimals until somebody types. */
  measured?: boolean
}>()

const shown = computed(() => (props.value === null ? '' : inWords(props.value)))
const text = ref(shown.value)
const isTyping = ref(false)
const seen = computed({
  get: () =>
    props.measured && !isTyping.value && text.value === shown.value ? rounded(text.value) : text.value,
  set: (typed) => (text.value = typed),
})
const fault = ref('')
const mayGoBack = useFieldFault(fault)
/** How many values that were entered are neither accepted nor refused yet. */
const underWay = ref(0)
/** What was refused last, so that leaving the field does not try it again. */
let refusedText = ''
/** What was entered last. */
let sent = ''

watch(shown, (value, before) => {
  // what somebody has typed since is not lost when an edit before it is accepted
  if (fault.value === '' && text.value !== before && text.value.trim() !== sent) return
  text.value = value
  fault.value = ''
})

/** A number of the document is SI; people see it in the usual unit. */
function inWords(value: Quantity): string {
  if (typeof value === 'string') return value
  const { unit } = dimensions[props.dimension]
  const one = parseQuantity(`1 ${unit}`, props.dimension)
  return `${one.ok ? Number((value / one.value).toPrecision(12)) : value} ${unitSymbol(unit)}`.replace(
    ' °',
    '°',
  )
}

/** "25.94 mm" of "25.937265 mm". */
const rounded = (value: string) =>
  value.replace(/-?\d+\.\d{3,}/, (digits) => String(Number(Number(digits).toFixed(2))))

async function submit() {
  const typed = text.value.trim()
  if (typed === (underWay.value > 0 ? sent : shown.value)) {
    fault.value = ''
    return
  }
  if (typed === '' && props.clear) {
    await attempt(typed, props.clear)
    return
  }
  if (typed === refusedText && fault.value !== '') return
  const read = props.share ? readSpan(typed, 1) : parseQuantity(typed, props.dimension)
  if (!read.ok) {
    fault.value = read.problems[0]!.message
    refusedText = typed
    return
  }
  const { unit } = dimensions[props.dimension]
  const value = isBareNumber(typed) && unit !== '' && !isShare(typed) ? `${typed} ${unit}` : typed
  await attempt(typed, () => props.commit(value))
}

async function attempt(typed: string, change: () => Promise<readonly Problem[]>) {
  underWay.value++
  sent = typed
  // what was said of the value before goes at once: what stands beside the field must not move later, under the mouse
  fault.value = ''
  const refused = await change()
  underWay.value--
  // what was entered after it is what counts
  if (underWay.value > 0) return
  fault.value = reasons(refused)
  if (refused.length > 0) refusedText = typed
  else if (text.value.trim() === typed) text.value = shown.value
}

function takeBack(event?: Event) {
  if (text.value !== shown.value) event?.stopPropagation()
  text.value = shown.value
  fault.value = ''
}
</script>

<template>
  <div class="field">
    <v-text-field
      v-model="seen"
      :title="measured ? shown : undefined"
      :label="label"
      :error="fault !== ''"
      :aria-busy="underWay > 0"
      spellcheck="false"
      autocomplete="off"
      class="tabular"
      @keydown.enter.prevent="submit"
      @keydown.escape="takeBack"
      @focus="isTyping = true"
      @blur="((isTyping = false), submit())"
    />
    <FaultLine :text="fault"
      ><button v-if="shown !== '' && mayGoBack()" type="button" @click="takeBack()">
        Back to {{ shown }}
      </button></FaultLine
    >
  </div>
</template>

<style scoped>
.field {
  padding: 5px 14px;
}
</style>
