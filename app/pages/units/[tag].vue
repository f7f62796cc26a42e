<script setup lang="ts">
import UnitView from '../../features/unit/UnitView.vue'

const route = useRoute()
const tag = String(route.params.tag)
useHead({ title: `${tag} · Needler` })
</script>

<template>
  <UnitView :tag="tag" />
</template>
