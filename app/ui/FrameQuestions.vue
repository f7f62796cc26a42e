<script setup lang="ts">
import { computed, watch } from 'vue'
import { PRODUCTS, type Catalogue, type EnergyKind, type Product } from '#core'
import ChoiceSelect from './ChoiceSelect.vue'
import LabelledField from './LabelledField.vue'

/** What is asked before anybody works without a sheet, or writes one: the family, what it carries, and what can hurt somebody. */
const { shop } = defineProps<{ shop: Pick<Catalogue, 'families' | 'energies'> }>()
const energies = defineModel<EnergyKind[]>('energies', { required: true })
const family = defineModel<string>('family', { required: true })
const product = defineModel<Product | ''>('product', { required: true })
const loose = defineModel<boolean>('loose', { required: true })
watch(loose, (isLoose) => { if (isLoose) energies.value = [] })
watch(energies, (kinds) => { if (kinds.length > 0) loose.value = false })
const steps = computed(() => shop.energies.filter(({ kind }) => energies.value.includes(kind)).map(({ off }) => off.title))
</script>

<template>
  <div class="row">
    <LabelledField name="Kind of machine">
      <ChoiceSelect
        v-model="family"
        label="Kind of machine"
        :choices="[{ value: '', label: 'none of these' }, ...shop.families.map(one => ({ value: one.key, label: one.name }))]"
      />
    </LabelledField>
    <LabelledField name="What it carries">
      <ChoiceSelect
        v-model="product"
        label="What it carries"
        :choices="[{ value: '', label: 'nothing that matters' }, ...PRODUCTS.map(one => ({ value: one, label: one }))]"
      />
    </LabelledField>
  </div>
  <p
    id="energies"
    class="asked"
  >
    What can hurt somebody? Each gets its lock, its proof by a second person, its return.
  </p>
  <el-checkbox-group
    v-model="energies"
    aria-labelledby="energies"
    class="energies"
  >
    <el-checkbox
      v-for="{ kind, ask } in shop.energies"
      :key="kind"
      :value="kind"
    >
      {{ ask }}
    </el-checkbox>
  </el-checkbox-group>
  <el-checkbox
    v-model="loose"
    class="loose"
  >
    None of these: it stands loose on the bench, empty
  </el-checkbox>
  <p
    v-if="steps.length > 0"
    class="first"
  >
    <Icon name="ph:lock" /> First: {{ steps.join(' · ') }}
  </p>
</template>

<style scoped>
.asked { display: block; margin: 12px 0 6px; font-weight: 500; }
.row { display: grid; grid-template-columns: 1fr 1fr; gap: 0 16px; margin-top: 12px; }
.energies { display: grid; grid-template-columns: repeat(auto-fill, minmax(270px, 1fr)); gap: 0 14px; }
.energies :deep(.el-checkbox), .loose { margin: 0; min-height: 44px; white-space: normal; }
.first { margin-top: 8px; color: var(--brass); font-weight: 500; }
@media (max-width: 560px) { .row { grid-template-columns: 1fr; } }
</style>
