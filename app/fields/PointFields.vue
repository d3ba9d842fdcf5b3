<script setup lang="ts">
/** Three quantities along or about x, y and z, lengths unless told, each committed by itself. Its fields are items of the grid around them. */
import type { Dimension, Problem, Quantity } from '@ligamen/core'
import QuantityField from './QuantityField.vue'

defineProps<{
  /** Before the name of each axis; the names alone without. */
  label?: string
  values: readonly Quantity[]
  dimension?: Dimension
  /** See QuantityField. */
  measured?: boolean
  commit: (axis: number, value: Quantity) => Promise<readonly Problem[]>
}>()
const AXES = ['x', 'y', 'z'] as const
</script>

<template>
  <QuantityField
    v-for="(axis, k) in AXES"
    :key="axis"
    :label="label ? `${label} ${axis}` : axis"
    :value="values[k]!"
    :dimension="dimension ?? 'length'"
    :measured="measured"
    :commit="(value) => commit(k, value)"
  />
</template>
