<script setup lang="ts">
/** What would happen, before it does: in petrol what it does, in ochre what it holds twice, in red why it cannot be. */
defineProps<{
  effect: {
    readonly sentences: readonly string[]
    readonly twice: readonly string[]
    readonly holds: boolean
    readonly isWrong?: boolean
  } | null
  fault: string
}>()
</script>

<template>
  <div class="effect" aria-live="polite">
    <p v-if="fault" class="bad" role="alert">{{ fault }}</p>
    <p v-else-if="effect && !effect.holds" class="bad" role="alert">
      {{ effect.isWrong ? '' : 'Would contradict: ' }}{{ effect.sentences.join(' ') }}
    </p>
    <template v-else>
      <p v-for="sentence in effect?.sentences" :key="sentence" class="good">{{ sentence }}</p>
      <p v-for="sentence in effect?.twice" :key="sentence" class="twice">{{ sentence }}</p>
    </template>
  </div>
</template>

<style scoped>
.effect {
  display: grid;
  gap: 5px;
}

p {
  margin: 0;
  padding: 6px 9px;
  border-radius: 6px;
}

.good {
  color: rgb(var(--v-theme-on-primary-soft));
  background: rgb(var(--v-theme-primary-soft));
}

.twice {
  color: rgb(var(--v-theme-on-attention-soft));
  background: rgb(var(--v-theme-attention-soft));
}

.bad {
  color: rgb(var(--v-theme-error));
  background: rgb(var(--v-theme-error-soft));
}
</style>
