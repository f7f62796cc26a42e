<script setup lang="ts">
import { ref, watch } from 'vue'
import { laterComponent } from '../../ui/later'
import ShelvesPane from './ShelvesPane.vue'

/** What lies on the shelves, what must be ordered by when, what is planned, and what is at a shop outside. */
const OrdersPane = laterComponent(() => import('./OrdersPane.vue'))
const OutsidePane = laterComponent(() => import('./OutsidePane.vue'))
const PlannedPane = laterComponent(() => import('./PlannedPane.vue'))
const TABS = ['shelves', 'order', 'planned', 'outside'] as const
const route = useRoute()
const tab = ref<(typeof TABS)[number]>(TABS.find(one => one === route.query.tab) ?? 'shelves')
watch(tab, now => void navigateTo({ query: now === 'shelves' ? {} : { tab: now } }, { replace: true }))
</script>

<template>
  <div class="stores">
    <h1>Stores</h1>
    <el-tabs v-model="tab">
      <el-tab-pane
        label="Shelves"
        name="shelves"
      >
        <ShelvesPane v-if="tab === 'shelves'" />
      </el-tab-pane>
      <el-tab-pane
        label="To order"
        name="order"
      >
        <OrdersPane v-if="tab === 'order'" />
      </el-tab-pane>
      <el-tab-pane
        label="Planned"
        name="planned"
      >
        <PlannedPane v-if="tab === 'planned'" />
      </el-tab-pane>
      <el-tab-pane
        label="Outside"
        name="outside"
      >
        <OutsidePane v-if="tab === 'outside'" />
      </el-tab-pane>
    </el-tabs>
  </div>
</template>

<style scoped>
.stores { max-width: 1280px; margin: 0 auto; padding: 18px 20px; }
</style>
