<script setup lang="ts">
/** The measuring rule over the view: its two picks and what lies between them; Escape puts it away. */
import { mdiClose } from '@mdi/js'
import IconButton from '~/fields/IconButton.vue'
import PickField from '~/fields/PickField.vue'
import { isForMenu } from '~/fields/menus'
import { useRuleStore } from '~/view/rule'

const rule = useRuleStore()
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
