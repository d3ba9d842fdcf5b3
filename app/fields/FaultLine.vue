<script setup lang="ts">
/** Why something was refused, beside the thing at fault; nothing while there is no reason. The slot takes ways out. */
defineProps<{
  text: string
  /** In line with the fields of a panel. */
  inset?: boolean
}>()
</script>

<template>
  <p v-if="text" class="fault" :class="{ inset }" role="alert">{{ text }} <slot /></p>
</template>

<style scoped>
.fault {
  grid-column: 1 / -1;
  margin: 4px 0;
  padding: 6px 8px;
  font-size: 12px;
  color: rgb(var(--v-theme-error));
  background: rgb(var(--v-theme-error-soft));
  border-radius: 6px;
}

.inset {
  margin: 4px 14px;
}

.fault :deep(button:not(.v-btn)) {
  text-decoration: underline;
}
</style>
