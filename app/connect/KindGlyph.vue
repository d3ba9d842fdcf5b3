<script setup lang="ts">
/** The picture of a kind of joint or mate. */
import { kindGlyphs } from './kind-glyphs'

const props = defineProps<{ kind: string }>()
const glyph = computed(() => kindGlyphs[props.kind])
</script>

<template>
  <svg viewBox="0 0 24 24" aria-hidden="true">
    <path :d="glyph?.lines" />
    <path class="solid" :d="glyph?.solid" />
  </svg>
</template>

<style scoped>
svg {
  flex: none;
  width: 20px;
  height: 20px;
  margin-right: 8px;
}

path {
  fill: none;
  stroke: currentcolor;
  stroke-width: 1.5;
  stroke-linecap: round;
  stroke-linejoin: round;
}

.solid {
  fill: currentcolor;
}
</style>
