<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { assessTaken, formatQuantity, LONGEST_CONCESSION_DAYS, partOf, readingAt, type EventBodies } from '#core'
import AskDialog from '../../../../ui/AskDialog.vue'
import LabelledField from '../../../../ui/LabelledField.vue'
import SecondPerson from '../../../../job/SecondPerson.vue'
import { useBench } from '../../../../job/use-bench'

/** An engineer lets a worn part run on: over which reading, until when, and for what use. */
const { partKey } = defineProps<{ partKey: string }>()
const open = defineModel<boolean>({ required: true })
const { job } = useBench()
const DAY_MS = 86_400_000
const part = computed(() => partOf(job.sheet, partKey))
/** Positions of it that are not in, by the reading that says how they are now. */
const readings = computed(() => job.sheet.positions.filter(position => position.part === partKey).flatMap(({ key, name, quantity }) => {
  const taken = readingAt(job.state, key, 'as-left') ?? readingAt(job.state, key, 'as-found')
  if (!taken) return []
  const { verdict, value } = assessTaken(job.sheet, job.state, taken)
  return verdict === 'in' ? [] : [{ position: key, reading: taken.event, says: `${name}, ${formatQuantity(value, quantity)}, is ${verdict}` }]
}))
const [which, day, hours, use] = [ref(''), ref(''), ref<number | undefined>(), ref('')]
watch(open, (isOpen) => {
  if (!isOpen) return
  which.value = readings.value[0]?.position ?? ''
  day.value = use.value = ''
  hours.value = undefined
  job.refusal = null
}, { immediate: true })
/** Signed is done. */
watch(() => job.state.concessions.length, () => { open.value = false })

const body = computed((): EventBodies['concession-granted'] => {
  const { position, reading } = readings.value.find(one => one.position === which.value) ?? {}
  return {
    part: partKey, ...position && reading ? { position, reading } : {},
    until: { ...day.value ? { day: day.value } : {}, ...hours.value ? { hours: hours.value } : {} }, use: use.value.trim(),
  }
})
const ready = computed(() => (day.value !== '' || (hours.value ?? 0) > 0) && use.value.trim().length >= 3)
const isNoDay = (date: Date) => date.getTime() < Date.now() || date.getTime() > Date.now() + LONGEST_CONCESSION_DAYS * DAY_MS
</script>

<template>
  <AskDialog
    v-model="open"
    :title="`Let it run on: ${part.name}`"
    :width="600"
    leave="Leave it"
  >
    <p class="caution">
      <Icon name="ph:warning" /> It is worn beyond its limit. The maker’s manual, the site’s rules and local law stand above this signature.
    </p>
    <el-radio-group
      v-if="readings.length"
      v-model="which"
      class="which"
      aria-label="Over which reading"
    >
      <el-radio
        v-for="one in readings"
        :key="one.position"
        :value="one.position"
      >
        {{ one.says }}
      </el-radio>
    </el-radio-group>
    <p
      v-else
      class="quiet"
    >
      Nothing of it was read: it stands over what was seen.
    </p>
    <div class="form-grid">
      <label>
        <span>Until the day</span><el-date-picker
          v-model="day"
          type="date"
          value-format="YYYY-MM-DD"
          format="YYYY-MM-DD"
          :disabled-date="isNoDay"
          aria-label="Until the day"
        />
      </label>
      <label v-if="job.state.opened?.hours !== undefined">
        <span>or at hours of the machine</span><el-input-number
          v-model="hours"
          :min="job.state.opened.hours + 1"
          :max="10_000_000"
          :controls="false"
          step-strictly
          aria-label="Until hours of the machine"
        />
      </label>
    </div>
    <LabelledField name="For what use">
      <el-input
        v-model="use"
        aria-label="For what use"
        placeholder="at 80 % of its flow, as the stand-by only"
        maxlength="500"
      />
    </LabelledField>
    <SecondPerson
      type="concession-granted"
      :body="body"
      act="Sign the concession"
      :ready="ready"
    />
  </AskDialog>
</template>

<style scoped>
.caution { padding: 9px 14px; background: var(--oxide-tint); border-left: 5px solid var(--oxide); }
.which { display: grid; justify-items: start; margin: 10px 0; }
.form-grid { margin: 10px 0; }
</style>
