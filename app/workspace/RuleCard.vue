<script setup lang="ts">
/** The measuring rule over the view: its two picks and what lies between them; Escape puts it away. */
import { mdiClose } from '@mdi/js'
import IconButton from '~/fields/IconButton.vue'
import PickField from '~/fields/PickField.vue'
import { isForMenu } from '~/fields/menus'
import FaultLine from '~/fields/FaultLine.vue'
import { addProbe, reasons } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePanelsStore } from '~/model/screen/panels'
import { useSelectionStore } from '~/model/screen/selection'
import { useStageStore } from '~/model/screen/stage'
import { useRuleStore } from '~/view/rule'

const rule = useRuleStore()
const mechanism = useMechanismStore()
const fault = ref('')

/** What is measured now is measured over the whole motion. */
async function keep(kind: 'distance' | 'angle') {
  const { first, second } = rule
  if (!first || !second) return
  const words = `${first.words} to ${second.words}`
  const name = (kind === 'angle' ? `Angle of ${words}` : words).slice(0, 110)
  let id = ''
  const refused = await mechanism.edit(`Measure ${name}`, (draft) => {
    id = addProbe(draft, { kind, name, datum: first.pick, from: second.pick })
  })
  fault.value = reasons(refused)
  if (refused.length > 0) return
  rule.end()
  usePanelsStore().proof = 'probes'
  useStageStore().go('prove')
  useSelectionStore().select('probe', id)
}
</script>

<template>
  <section
    v-if="rule.open"
    class="rule"
    aria-label="Measuring rule"
    @keydown.escape.stop="isForMenu() || rule.end()"
  >
    <header>
      <h2 class="heading">Measure</h2>
      <IconButton
        :icon="mdiClose"
        size="x-small"
        name="Put the rule away"
        title="Put the rule away"
        @click="rule.end"
      />
    </header>
    <PickField :picks="rule" which="first" />
    <PickField :picks="rule" which="second" />
    <p v-if="rule.measured.length === 0" class="muted">Pick two places on the model, or by name.</p>
    <dl v-else>
      <template v-for="{ name, value } in rule.measured" :key="name">
        <dt class="muted">{{ name }}</dt>
        <dd class="tabular">{{ value }}</dd>
      </template>
    </dl>
    <template v-if="rule.first && rule.second">
      <v-btn @click="keep('distance')">Keep the distance as a probe</v-btn>
      <v-btn @click="keep('angle')">Keep the angle as a probe</v-btn>
    </template>
    <FaultLine :text="fault" />
    <v-btn v-if="rule.first || rule.second" @click="rule.start">Measure something else</v-btn>
  </section>
</template>

<style scoped>
.rule {
  position: absolute;
  top: 10px;
  left: 10px;
  display: grid;
  gap: 8px;
  width: 250px;
  padding: 0 12px 12px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 8px;
}

header {
  display: flex;
  align-items: center;
  justify-content: space-between;
  margin: 0 -8px 0 -14px;
}

p,
dl {
  margin: 0;
}

dl {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 8px;
}

dd {
  margin: 0;
  text-align: right;
}
</style>
