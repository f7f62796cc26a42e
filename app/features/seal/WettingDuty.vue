<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { allowedOn, assemblyFluid, ASSEMBLY_FLUIDS, fluidOn, forbiddenOn, partOf, type AssemblyFluidName, type EventBodies, type Step } from '#core'
import { useBench } from '../../job/use-bench'
import SecondPerson from '../../job/SecondPerson.vue'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'

/** What a ring, a face, a lining goes in with: one tap for what the sheet says, a reason for another, a lead for what is forbidden. */
const { step, partKey, met } = defineProps<{ step: Step, partKey: string, met: boolean }>()
const bench = useBench()
const { job } = bench
const part = computed(() => partOf(job.sheet, partKey))
const wetting = computed(() => part.value.wetting!)
const used = computed(() => fluidOn(job.state, step.key, partKey))
const table = computed(() => assemblyFluid({ elastomer: wetting.value.elastomer, place: wetting.value.place, fluid: job.sheet.product }))

const another = ref(false)
const fluid = ref<AssemblyFluidName>(wetting.value.with)
const reason = ref('')
const body = computed<EventBodies['fluid-used']>(() => ({
  step: step.key, part: partKey, fluid: fluid.value, ...reason.value.trim() ? { reason: reason.value.trim() } : {},
}))
const forbidden = computed(() => forbiddenOn(job.sheet, partKey, fluid.value))
const allowed = computed(() => allowedOn(job.state, { step: step.key, part: partKey, fluid: fluid.value }) !== undefined)
const asks = computed(() => job.asksReason('fluid-used', body.value))
const choices = computed(() => ASSEMBLY_FLUIDS.map(value => ({
  value, label: forbiddenOn(job.sheet, partKey, value) ? `${value} — not on this` : value,
})))
/** The best of general practice, where it is not what the sheet says anyway. */
const best = computed(() => table.value.choices.find(({ fluid: one }) => one === fluid.value) ?? table.value.choices[0])
const tell = (what: AssemblyFluidName) => {
  const said = job.act('fluid-used', what === fluid.value ? body.value : { step: step.key, part: partKey, fluid: what })
  if (said) another.value = false
}
watch(another, () => {
  fluid.value = wetting.value.with
  reason.value = ''
})
const say = (what: string) => what === 'dry' ? 'dry and clean' : what === 'isopropyl alcohol' ? 'wiped with alcohol, dry' : what
</script>

<template>
  <h3>
    <span>{{ part.name }}</span>
    <small v-if="wetting.elastomer">{{ wetting.elastomer }}</small>
  </h3>
  <p
    v-if="used"
    class="ok"
  >
    <Icon name="ph:check-bold" /> In: {{ say(used.fluid) }} <small class="quiet">{{ used.by }}<template v-if="used.reason"> · {{ used.reason }}</template></small>
  </p>
  <div
    v-if="bench.mayWork.value && !job.state.done[step.key] && !another"
    class="choices"
  >
    <el-button
      v-if="!met"
      type="primary"
      @click="tell(wetting.with)"
    >
      {{ say(wetting.with) }}
    </el-button>
    <el-button @click="another = true">
      Something else …
    </el-button>
  </div>
  <div
    v-if="another"
    class="other"
  >
    <ChoiceSelect
      v-model="fluid"
      :label="`What ${part.name} goes in with`"
      :choices="choices"
    />
    <template v-if="forbidden && !allowed">
      <p
        class="forbidden"
        role="alert"
      >
        <Icon name="ph:prohibit" /> No {{ fluid }} here: {{ forbidden }}
      </p>
      <p v-if="best">
        Instead: <strong>{{ table.choices.slice(0, 3).map(choice => choice.fluid).join(', ') }}</strong>. Sheet and maker stand above this table.
      </p>
      <label :for="`why ${partKey}`">Why all the same</label>
      <el-input
        :id="`why ${partKey}`"
        v-model="reason"
        maxlength="300"
      />
      <SecondPerson
        type="fluid-allowed"
        :body="{ step: step.key, part: partKey, fluid, reason: reason.trim() }"
        act="A lead stands for it"
        :ready="reason.trim().length > 2"
      />
    </template>
    <template v-else>
      <el-input
        v-if="asks || reason"
        v-model="reason"
        :aria-label="`Why ${fluid}`"
        placeholder="The sheet says otherwise: why?"
        maxlength="300"
      />
      <p
        v-if="best"
        class="quiet"
      >
        {{ best.fluid }}: {{ best.reason }} <small>{{ best.source }}</small>
      </p>
    </template>
    <div class="choices">
      <el-button @click="another = false">
        Leave it
      </el-button>
      <el-button
        type="primary"
        :disabled="asks || (forbidden !== null && !allowed)"
        @click="tell(fluid)"
      >
        {{ say(fluid) }}
      </el-button>
    </div>
  </div>
</template>

<style scoped>
.other { display: flex; flex-direction: column; gap: 8px; margin-top: 8px; }
.forbidden { color: var(--oxide); font-weight: 500; }
.forbidden svg { vertical-align: -2px; }
.other label { margin-bottom: -4px; }
</style>
