<script setup lang="ts">
/** The name with its mark, in the primary colour of the theme. */
</script>

<template>
  <span class="mark">
    <svg viewBox="0 0 24 24" width="22" height="22" aria-hidden="true">
      <circle cx="6" cy="17" r="3" />
      <circle cx="18" cy="7" r="3" />
      <path d="M8.3 15 15.7 9" />
    </svg>
    Ligamen
  </span>
</template>

<style scoped>
.mark {
  display: flex;
  gap: 8px;
  align-items: center;
  font-size: 15px;
  font-weight: 600;
  color: rgb(var(--v-theme-primary));
  letter-spacing: 0.04em;
}

svg {
  fill: none;
  stroke: currentcolor;
  stroke-width: 2;
}
</style>
