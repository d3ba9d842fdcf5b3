<script setup lang="ts">
/** What would happen, before it does: in green when it holds, in ochre when it holds something twice, in red when not. */
defineProps<{ sentences: readonly string[]; holds: boolean; fault: string }>()
</script>

<template>
  <div class="effect" aria-live="polite">
    <p v-if="fault" class="bad" role="alert">{{ fault }}</p>
    <p v-else-if="!holds" class="bad" role="alert">Would contradict: {{ sentences.join(' ') }}</p>
    <template v-else>
      <p
        v-for="sentence in sentences"
        :key="sentence"
        :class="/second time/.test(sentence) ? 'twice' : 'good'"
      >
        {{ sentence }}
      </p>
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
