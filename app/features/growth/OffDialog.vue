<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { factsOf, growOff, growUnder, isHeld, WHOLE, type OffSaid } from '#core'
import AskDialog from '../../ui/AskDialog.vue'
import LabelledField from '../../ui/LabelledField.vue'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import RefusalNote from '../../ui/RefusalNote.vue'
import { saidQuantity } from '../../ui/said-quantity'
import { focusFirst } from '../../ui/focus-first'
import { useCatalogueStore } from '../../net/catalogue-store'
import { useGrowth } from './use-growth'

/** Something comes off: one word and a tap; what else there is to say of it only where somebody wants to. */
const open = defineModel<boolean>({ required: true })
const word = ref<{ focus: () => void }>()
const { bench, at, write, named, cameOff, parts } = useGrowth()
const { job } = bench
const catalogue = useCatalogueStore()
onMounted(() => void catalogue.load())
const name = ref('')
const count = ref(1)
const lifted = ref<OffSaid['lifted']>('by hand')
const mass = ref('')
const [host, assembly] = [ref(''), ref('')]
const more = ref(false)

const known = computed(() => named.value.find(part => part.name.toLowerCase() === name.value.trim().toLowerCase()))
const facts = computed(() => factsOf(name.value, catalogue.shop.words))
/** A lift by gear is proposed where nobody lifts such a thing by hand; the person says what it is. */
watch(() => facts.value.isHeavy, (isHeavy) => { lifted.value = isHeavy ? 'with gear' : 'by hand' })
watch(open, (isOpen) => {
  if (!isOpen) return
  name.value = mass.value = host.value = ''
  count.value = 1
  lifted.value = 'by hand'
  more.value = false
  job.refusal = null
}, { immediate: true })

/** Words to tap: what was named already, then what usually comes off such a machine. */
const words = computed(() => {
  const family = catalogue.shop.families.find(one => one.name === job.sheet.family)
  const there = new Set(parts.value.map(part => part.name.toLowerCase()))
  const typed = name.value.trim().toLowerCase()
  return [...new Set([...named.value.map(part => part.name), ...family?.parts ?? [], ...catalogue.shop.usualParts])]
    .filter(word => named.value.some(part => part.name === word) || !there.has(word.toLowerCase()))
    .filter(word => word.toLowerCase().includes(typed) && word.toLowerCase() !== typed)
    .slice(0, typed ? 6 : 8)
})
const massKg = computed(() => saidQuantity(lifted.value === 'with gear' ? mass.value : '', 'mass', 'kg'))
const assemblies = computed(() => [
  { value: '', label: WHOLE }, ...(job.sheet.assemblies ?? []).map(one => ({ value: one.name, label: one.name })),
])
/** What the word brings with it, said before it is written down. */
const brings = computed(() => [
  ...facts.value.neverAgain ? ['a new one goes in'] : [],
  ...facts.value.isSmall ? ['into a bag of its own'] : [],
  ...facts.value.isScrewed ? ['how tight is asked on the way back'] : [],
  ...isHeld(job.sheet, { name: name.value, count: count.value, lifted: lifted.value }, catalogue.shop.words)
    ? ['a second person looks first']
    : [],
])
const ready = computed(() => name.value.trim().length >= 2 && massKg.value.problem === '')

function off() {
  const said = name.value.trim()
  const done = host.value
    ? job.actTogether([growUnder(at(), said, count.value, host.value)])
    : write(there => growOff(there, {
        name: said, count: known.value?.count ?? count.value, lifted: lifted.value,
        ...known.value ? { part: known.value.key } : {}, ...massKg.value.value === undefined ? {} : { massKg: massKg.value.value },
        ...assembly.value ? { assembly: assembly.value } : {},
      }))
  if (done) open.value = false
}
</script>

<template>
  <AskDialog
    v-model="open"
    title="What comes off?"
    :width="620"
    leave="Not now"
    :act="host ? 'It came with that' : 'It is off'"
    :ready="ready"
    @opened="focusFirst(word)"
    @act="off"
  >
    <el-input
      ref="word"
      v-model="name"
      class="word"
      aria-label="What comes off"
      placeholder="cover screws, bearing, guard …"
      maxlength="80"
    />
    <div
      class="words"
      role="group"
      aria-label="Usual words"
    >
      <button
        v-for="usual in words"
        :key="usual"
        type="button"
        @click="name = usual"
      >
        {{ usual }}
      </button>
    </div>
    <div class="row">
      <LabelledField name="How many">
        <el-input-number
          v-model="count"
          :min="1"
          :max="2000"
          step-strictly
          :disabled="known !== undefined"
          aria-label="How many"
        />
      </LabelledField>
      <div>
        <span class="eyebrow">Lifted</span>
        <el-radio-group
          v-model="lifted"
          aria-label="Lifted"
        >
          <el-radio-button value="by hand">
            By hand
          </el-radio-button>
          <el-radio-button value="with gear">
            With gear
          </el-radio-button>
        </el-radio-group>
      </div>
      <LabelledField
        v-if="lifted === 'with gear'"
        name="Mass, if known"
      >
        <el-input
          v-model="mass"
          class="mass"
          aria-label="Mass, if known"
          placeholder="kg"
        />
      </LabelledField>
    </div>
    <p
      v-if="brings.length > 0"
      class="brings"
    >
      <Icon name="ph:arrow-bend-down-right" /> {{ brings.join(' · ') }}
    </p>
    <el-button
      v-if="!more"
      text
      @click="more = true"
    >
      More of it
    </el-button>
    <div
      v-else
      class="row"
    >
      <LabelledField name="It came off with">
        <ChoiceSelect
          v-model="host"
          label="It came off with"
          filterable
          :choices="[{ value: '', label: 'nothing: by itself' }, ...cameOff.map(({ part }) => ({ value: part.key, label: part.name }))]"
        />
      </LabelledField>
      <LabelledField name="Belongs to">
        <el-select
          v-model="assembly"
          aria-label="Belongs to"
          filterable
          allow-create
          default-first-option
          :persistent="false"
          :empty-values="[null, undefined]"
        >
          <el-option
            v-for="one in assemblies"
            :key="one.value"
            :value="one.value"
            :label="one.label"
          />
        </el-select>
      </LabelledField>
    </div>
    <RefusalNote :text="massKg.problem || job.refusal" />
  </AskDialog>
</template>

<style scoped>
.word { font-size: 20px; }
.words { display: flex; flex-wrap: wrap; gap: 6px; margin: 10px 0 4px; min-height: 44px; }
.words button { min-height: 44px; padding: 0 14px; background: var(--plate); border: 1px solid var(--rule-strong); color: var(--ink); font: 600 16px var(--label); cursor: pointer; }
.row { display: flex; flex-wrap: wrap; gap: 12px 22px; margin-top: 10px; align-items: end; }
.row .eyebrow { display: block; margin-bottom: 4px; }
.row > label:has(.el-select) { flex: 1 1 220px; }
.mass { width: 130px; }
.brings { margin-top: 12px; color: var(--brass); font-weight: 500; }
</style>
