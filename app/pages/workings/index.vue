<script setup lang="ts">
// The meta of every page is part of the first visit: what it needs is fetched when somebody comes here.
definePageMeta({
  middleware: async () => {
    const { CALCULATOR_GROUPS } = await import('../../features/workings/calculators')
    return navigateTo(`/workings/${CALCULATOR_GROUPS[0]!.calculators[0]!.key}`, { replace: true })
  },
})
</script>

<template>
  <div />
</template>
