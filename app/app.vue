<script setup lang="ts">
import { useAppearance } from '~/theme/useAppearance'

const { apply } = useAppearance()
apply()
</script>

<template>
  <v-app>
    <NuxtPage />
  </v-app>
</template>
