<script setup lang="ts">
/** A form that makes something of what is picked: what is given in two columns, then what it would do and the button. */
import { isForMenu } from '~/fields/menus'
import { useFormFaults } from '~/fields/form-faults'
import EffectLine from './EffectLine.vue'

const isFaulty = useFormFaults()
defineProps<{
  /** What is made: "joint". */
  noun: string
  /** Widths of the three columns, as shares. */
  columns: readonly [number, number, number]
  maker: {
    readonly effect: InstanceType<typeof EffectLine>['$props']['effect']
    readonly fault: string
    make(): unknown
    clear(): void
  }
}>()
</script>

<template>
  <form
    class="maker"
    :style="{ gridTemplateColumns: columns.map((share) => `minmax(0, ${share}fr)`).join(' ') }"
    :aria-label="`New ${noun}`"
    @submit.prevent="isFaulty || maker.make()"
    @keydown.escape="isForMenu() || maker.clear()"
  >
    <div class="column"><slot name="picks" /></div>
    <div class="column"><slot name="values" /></div>
    <div class="column">
      <p v-if="!maker.effect && !maker.fault" class="muted"><slot name="hint" /></p>
      <slot name="outcome" />
      <EffectLine v-if="maker.effect || maker.fault" :effect="maker.effect" :fault="maker.fault" />
      <slot name="warning" />
      <div class="ways">
        <v-btn
          color="primary"
          variant="flat"
          type="submit"
          :disabled="isFaulty || !maker.effect || maker.effect.isWrong"
        >
          {{
            maker.effect && !maker.effect.holds && !maker.effect.isWrong
              ? 'Make it suspended'
              : `Make ${noun}`
          }}
        </v-btn>
        <slot name="ways" />
      </div>
    </div>
  </form>
</template>

<style scoped>
.maker {
  display: grid;
  gap: 18px;
  padding: 12px 14px;
}

.column {
  display: flex;
  flex-direction: column;
  gap: 9px;
  min-width: 0;
}

.column > :deep(*) {
  flex: none;
}

.column > :deep(p) {
  margin: 0;
}

.column :deep(.field) {
  padding: 0;
}

.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
</style>
