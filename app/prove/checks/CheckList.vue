<script setup lang="ts">
/** The checks, worst first: what each found and its margin; a press selects it. */
import { mdiPlus } from '@mdi/js'
import { addCheck, checkKinds, formatQuantity, reasons, siOr } from '@ligamen/core'
import FaultLine from '~/fields/FaultLine.vue'
import { useMechanismStore } from '~/model/document/mechanism'
import { useRunStore } from '~/model/run/run'
import { useSelectionStore } from '~/model/screen/selection'
import { useProofStore } from '../proof'
import CheckState from './CheckState.vue'
import { CHECK_WORDS, marginWords } from './check-words'
import { missingFor, newCheck } from './new-check'
import type { Known } from './new-check'

const mechanism = useMechanismStore()
const run = useRunStore()
const selection = useSelectionStore()
const proof = useProofStore()
const fault = ref('')

const known = computed<Known | null>(() => {
  const { document, scenario } = mechanism
  if (!document) return null
  const probe = proof.chosen?.id
  const length = formatQuantity(siOr(scenario?.length ?? 0, 'time'), 's', 2)
  const signal = probe === undefined ? null : proof.signalOf(probe)
  return { document, report: run.report, probe, signal, length }
})

async function make(kind: string) {
  if (!known.value) return
  const missing = missingFor(kind, known.value)
  fault.value = missing ?? ''
  if (missing) return
  const wish = newCheck(kind, known.value)
  let id = ''
  const refused = await mechanism.edit(`New check ${wish.name}`, (draft) => void (id = addCheck(draft, wish)))
  fault.value = reasons(refused)
  if (refused.length === 0) selection.select('check', id)
}
/** Checks of other scenarios, or before there is a take. */
const others = computed(() => {
  const shown = new Set(proof.results.map(({ check }) => check))
  return proof.checks.filter(({ id }) => !shown.has(id))
})
const whyNot = ({ scenario }: { scenario?: string }) =>
  scenario !== undefined && scenario !== mechanism.scenario?.id
    ? `of ${mechanism.nameOf(scenario)}`
    : 'nothing is solved yet'
</script>

<template>
  <div class="checks">
    <v-menu>
      <template #activator="{ props: opener }">
        <v-btn v-bind="opener" class="new" :prepend-icon="mdiPlus">New check</v-btn>
      </template>
      <v-list density="compact">
        <v-list-item
          v-for="kind in checkKinds()"
          :key="kind"
          :title="CHECK_WORDS[kind]"
          @click="make(kind)"
        />
      </v-list>
    </v-menu>
    <FaultLine inset :text="fault" />
    <p v-if="proof.checks.length === 0" class="muted empty">
      A check says what the machine must do, and is decided with every solve. Make one, or select a probe
      first to check that.
    </p>
    <ul>
      <li v-for="result in proof.sorted" :key="result.check">
        <button
          type="button"
          class="row"
          :aria-pressed="selection.is('check', result.check)"
          @click="selection.select('check', result.check)"
        >
          <CheckState :state="result.state" short />
          <span class="words">
            <strong>{{ result.name }}</strong>
            <span class="muted found tabular">
              {{
                { met: 'met', 'not-met': 'not met', undecided: 'not decided', muted: 'muted' }[result.state]
              }}
              ·
              {{ result.muted ?? result.found }}
            </span>
          </span>
          <span class="margin tabular" :class="result.state">{{ marginWords(result) }}</span>
        </button>
      </li>
      <li v-for="check in others" :key="check.id">
        <button
          type="button"
          class="row"
          :aria-pressed="selection.is('check', check.id)"
          @click="selection.select('check', check.id)"
        >
          <CheckState state="undecided" short />
          <span class="words">
            <strong>{{ check.name }}</strong>
            <span class="muted found">{{ whyNot(check) }}</span>
          </span>
        </button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.checks {
  display: flex;
  flex: 1;
  flex-direction: column;
  min-height: 0;
}

.new {
  flex: none;
  align-self: flex-start;
  margin: 8px 12px;
}

.empty {
  margin: 4px 14px;
}

ul {
  flex: 1;
  min-height: 0;
  margin: 0;
  padding: 0;
  overflow-y: auto;
  list-style: none;
  border-top: 1px solid rgb(var(--v-theme-line));
}

.row {
  display: grid;
  grid-template-columns: 18px minmax(0, 1fr) auto;
  gap: 8px;
  align-items: start;
  width: 100%;
  padding: 7px 12px;
  text-align: left;
  border-bottom: 1px solid rgb(var(--v-theme-line-soft));
}

.row:hover {
  background: rgb(var(--v-theme-line-soft));
}

.row[aria-pressed='true'] {
  background: rgb(var(--v-theme-selected-soft));
}

.row[aria-pressed='true'] .muted {
  color: rgb(var(--v-theme-on-selected-soft));
}

.words {
  display: grid;
  min-width: 0;
}

.words strong {
  font-weight: 600;
}

.found {
  font-size: 12px;
}

.margin {
  font-weight: 600;
  white-space: nowrap;
}

.met {
  color: rgb(var(--v-theme-success));
}

.not-met {
  color: rgb(var(--v-theme-error));
}

.row[aria-pressed='true'] .margin {
  color: rgb(var(--v-theme-on-selected-soft));
}
</style>
