<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import {
  DomainError, isMeasured, sealName, sealOf, sealStand, settingOf, SETTING_METHODS,
  type EventBodies, type SealMeasured, type SealSetting, type SettingMethod,
} from '#core'
import { useBench } from '../../job/use-bench'
import SecondPerson from '../../job/SecondPerson.vue'
import { inUnits } from '../../ui/in-units'
import { moment } from '../../ui/moment'
import RefusalNote from '../../ui/RefusalNote.vue'
import VerdictMark from '../../ui/VerdictMark.vue'
import WorkingLines from '../../ui/WorkingLines.vue'
import { readLength } from './read-length'

/** Where a seal is to stand, by any of the four schools, measured by one or two people. */
const { sealKey, place, isAgain = false } = defineProps<{ sealKey: string, place: string | undefined, isAgain?: boolean }>()
const bench = useBench()
const { job } = bench
const seal = computed(() => sealOf(job.sheet, sealKey))
const setting = computed(() => seal.value.setting!)
const stand = computed(() => sealStand(job.sheet, job.state, sealKey, place)!)
const SCHOOLS: Readonly<Record<SettingMethod, string>> = {
  shoulder: 'from the shoulder', datum: 'from a scribed datum', spacer: 'spacers as a feeler', clips: 'clips of a cartridge',
}
const method = ref<SettingMethod>(setting.value.method)
watch(() => sealKey, () => { method.value = setting.value.method })

type Field = 'toFaceMm' | 'freeMm' | 'workingMm' | 'gasketMm' | 'compressionMm' | 'movedMm' | 'spacerMm'
const FIELDS: Readonly<Record<SettingMethod, readonly (readonly [Field, string])[]>> = {
  shoulder: [['toFaceMm', 'Shoulder to face'], ['freeMm', 'Spring, free'], ['workingMm', 'at work'], ['gasketMm', 'Gasket ±']],
  datum: [['toFaceMm', 'Datum to face'], ['workingMm', 'Length at work'], ['freeMm', 'free'], ['gasketMm', 'Gasket ±']],
  spacer: [['spacerMm', 'Spacers at touch'], ['compressionMm', 'to be pressed'], ['gasketMm', 'Gasket ±']],
  clips: [['compressionMm', 'Set by the maker'], ['movedMm', 'Moved since ±']],
}
const typed = reactive<Record<Field, string>>({ toFaceMm: '', freeMm: '', workingMm: '', gasketMm: '', compressionMm: '', movedMm: '', spacerMm: '' })
const fromSheet = (field: Field): string => {
  const value = field === 'movedMm' || field === 'spacerMm' ? undefined : setting.value[field]
  return field === 'spacerMm' ? '1.0; 1.0' : value === undefined ? '' : inUnits(value, 'length', 2)
}
const split = (text: string) => text.split(/[;\s]+/).filter(Boolean).map(readLength)

/** What is typed for a school, with what follows from it, or why nothing does. */
function workOut(school: SettingMethod): { measured: SealMeasured, result: SealSetting | null, problem: string } {
  const measured: SealMeasured = { method: school }
  for (const [field] of FIELDS[school]) {
    const read = field === 'spacerMm' ? split(typed.spacerMm) : [readLength(typed[field])]
    const wrong = read.find(({ problem }) => problem)
    if (wrong) return { measured, result: null, problem: wrong.problem }
    const values = read.flatMap(({ value }) => value ?? [])
    if (values.length === 0) continue
    if (field === 'spacerMm') measured.spacerMm = values
    else measured[field] = values[0]!
  }
  try {
    return { measured, result: settingOf(setting.value, measured), problem: '' }
  } catch (error) {
    if (error instanceof DomainError) return { measured, result: null, problem: error.message }
    throw error
  }
}
const schools = computed(() => SETTING_METHODS.map(school => ({ school, ...workOut(school) })))
const chosen = computed(() => schools.value.find(({ school }) => school === method.value)!)
const mayWrite = computed(() => chosen.value.result !== null && isMeasured(chosen.value.measured))
const mm = (value: number) => inUnits(value, 'length', 2)
const says = ({ standsAtMm, compressionMm }: SealSetting, school: SettingMethod) => [
  ...school === 'clips' ? [] : [`${school === 'spacer' ? 'stack' : 'stands at'} ${mm(Math.abs(standsAtMm))}${standsAtMm < 0 ? ', away from the face' : ''}`],
  ...compressionMm === null ? [] : [`pressed ${mm(compressionMm)}`],
].join(' · ')

const body = computed<EventBodies['seal-measured']>(() => ({
  step: setting.value.step, seal: sealKey, ...place ? { place } : {}, ...chosen.value.measured,
}))
const mayMeasure = computed(() => bench.mayWork.value && (isAgain || !job.state.done[setting.value.step]))
const write = () => {
  if (!job.act('seal-measured', body.value)) return
  for (const field of Object.keys(typed) as Field[]) typed[field] = ''
}
const asksSecond = computed(() => stand.value.needs === 'second person' || stand.value.needs === 'agree')
</script>

<template>
  <h3>
    <span>{{ isAgain ? 'Set again' : 'Set' }} {{ sealName(seal, place) }}</span>
    <small>{{ setting.from }}</small>
  </h3>
  <ul
    v-if="stand.lines.length > 0"
    class="lines"
  >
    <li
      v-for="{ entry, setting: one } in stand.lines"
      :key="entry.event"
    >
      <strong>{{ entry.by }}</strong>
      <span class="mono">{{ says(one, entry.method) }}</span>
      <VerdictMark
        v-if="one.verdict"
        :verdict="one.verdict"
      />
      <small class="quiet">{{ SCHOOLS[entry.method] }}, {{ moment(entry.at) }}</small>
      <small v-if="one.check">{{ one.check.says }}</small>
    </li>
  </ul>
  <p
    v-if="stand.compared"
    :class="stand.compared.agree ? 'ok' : 'apart'"
    role="status"
  >
    <Icon :name="stand.compared.agree ? 'ph:check-bold' : 'ph:warning'" />
    {{ stand.compared.agree ? 'They agree' : 'They do not agree' }}: {{ mm(stand.compared.apartMm) }} apart.<template v-if="!stand.compared.agree">
      Measure again, each for themselves.
    </template>
  </p>
  <form
    v-if="mayMeasure"
    @submit.prevent="write"
  >
    <el-radio-group
      v-model="method"
      class="schools"
      aria-label="How it is set"
    >
      <el-radio
        v-for="{ school, result } in schools"
        :key="school"
        :value="school"
      >
        <span>{{ SCHOOLS[school] }}{{ school === setting.method ? ', the maker’s' : '' }}</span>
        <span class="mono">{{ result ? says(result, school) : '—' }}</span>
      </el-radio>
    </el-radio-group>
    <div class="fields">
      <label
        v-for="[field, label] in FIELDS[method]"
        :key="field"
      >{{ label }}
        <el-input
          v-model="typed[field]"
          class="mono"
          :placeholder="fromSheet(field)"
          autocomplete="off"
          inputmode="text"
        />
      </label>
    </div>
    <p
      v-if="chosen.result"
      class="result"
      role="status"
    >
      <strong class="mono">{{ says(chosen.result, method) }}</strong>
      <VerdictMark
        v-if="chosen.result.verdict"
        :verdict="chosen.result.verdict"
      />
      <span
        v-if="chosen.result.window"
        class="quiet"
      >may be {{ mm(chosen.result.window.fromMm) }} to {{ mm(chosen.result.window.toMm) }}</span>
    </p>
    <RefusalNote :text="chosen.problem" />
    <WorkingLines
      v-if="chosen.result"
      :lines="chosen.result.working"
    />
    <el-button
      type="primary"
      native-type="submit"
      data-foot
      :disabled="!mayWrite"
    >
      Measured so
    </el-button>
  </form>
  <template v-if="mayMeasure && asksSecond">
    <p class="quiet">
      The second person types their own reading above and signs it here.
    </p>
    <SecondPerson
      type="seal-measured"
      :body="body"
      act="Measured by me"
      :ready="mayWrite"
    />
  </template>
</template>

<style scoped>
.lines li { display: flex; flex-wrap: wrap; gap: 2px 12px; align-items: baseline; padding: 5px 0; border-bottom: 1px solid var(--rule); }
.lines small { flex-basis: 100%; }
.apart { color: var(--oxide); font-weight: 500; }
form { display: flex; flex-direction: column; gap: 10px; margin-top: 10px; }
.schools { display: grid; }
.schools :deep(.el-radio) { display: flex; min-height: var(--target); height: auto; margin: 0; border-bottom: 1px solid var(--rule); white-space: normal; }
.schools :deep(.el-radio__label) { flex: 1; display: flex; flex-wrap: wrap; justify-content: space-between; gap: 0 12px; font-size: 16px; line-height: 1.35; }
.fields { display: grid; grid-template-columns: repeat(auto-fit, minmax(120px, 1fr)); gap: 8px; }
.fields label { font-size: 14px; color: var(--slate); }
.result { display: flex; flex-wrap: wrap; gap: 4px 14px; align-items: baseline; font-size: 18px; }
form > .el-button { min-height: 52px; font-size: 19px; }
</style>
