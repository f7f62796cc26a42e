<script setup lang="ts">
import { CALCULATOR_GROUPS } from '../../features/workings/calculators'

definePageMeta({ middleware: () => navigateTo(`/workings/${CALCULATOR_GROUPS[0]!.calculators[0]!.key}`, { replace: true }) })
</script>

<template>
  <div />
</template>
