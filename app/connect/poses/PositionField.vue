<script setup lang="ts">
/** Puts one joint position elsewhere: a slider over its travel, and a number. */
import PositionNumber from '../../fields/PositionNumber.vue'
import PositionSlider from '../../fields/PositionSlider.vue'
import { useJointControl } from '~/model/pose/useJointControl'
import type { Reading } from '~/model/pose/useReadings'

const props = defineProps<{ reading: Reading }>()
const { follow } = useJointControl()
const slide = (value: number) => void follow([{ ...props.reading.channel.coordinate!, value }])
</script>

<template>
  <div class="position">
    <PositionSlider :reading="reading" @pull="slide" />
    <PositionNumber :reading="reading" />
  </div>
</template>

<style scoped>
.position {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 104px;
  gap: 8px;
  align-items: center;
  padding: 2px 14px 7px;
}
</style>
