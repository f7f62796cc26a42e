<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import type { HoursRow } from '#shared/wire/fleet'
import { ApiProblem, callApi, sentenceOf } from '../../net/api'
import { useSessionStore } from '../../net/session-store'
import { useSubmit } from '../../net/use-submit'
import AskDialog from '../../ui/AskDialog.vue'
import { moment } from '../../ui/moment'
import RefusalNote from '../../ui/RefusalNote.vue'
import AskedHours from './AskedHours.vue'
import { HOURS_ASKED, hoursIn } from './hours-in'

/** What the meter of a machine shows, and what it has shown. What goes back or too fast is asked, once. */
const { tag } = defineProps<{ tag: string }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ saved: [] }>()
const session = useSessionStore()

const said = reactive({ hours: '', at: new Date(), isChanged: false, wasHours: '', because: '' })
const asked = ref('')
const rows = ref<HoursRow[]>([])
const address = computed(() => `/units/${encodeURIComponent(tag)}/hours`)
const MOST_SHOWN = 8

const isReady = computed(() => said.hours.trim() !== '' && (!said.isChanged || said.wasHours.trim() !== '')
  && (!asked.value || said.because.trim() !== ''))
async function look() {
  try {
    rows.value = await callApi<HoursRow[]>(address.value)
  } catch (error) {
    problem.value = sentenceOf(error)
  }
}
const { busy, problem, submit } = useSubmit(async () => {
  try {
    await callApi(address.value, { method: 'POST', body: {
      at: said.at.toISOString(), hours: hoursIn(said.hours), ...said.isChanged ? { wasHours: hoursIn(said.wasHours) } : {},
      ...asked.value ? { confirmed: said.because.trim() } : {},
    } })
  } catch (error) {
    if (error instanceof ApiProblem && HOURS_ASKED.has(error.details.code)) {
      asked.value = error.message
      return
    }
    throw error
  }
  emit('saved')
  open.value = false
})
async function takeBack(id: number) {
  try {
    await callApi(`${address.value}/${id}`, { method: 'DELETE' })
    emit('saved')
    await look()
  } catch (error) {
    problem.value = sentenceOf(error)
  }
}
watch(open, (isOpen) => {
  if (!isOpen) return
  Object.assign(said, { hours: '', at: new Date(), isChanged: false, wasHours: '', because: '' })
  asked.value = ''
  problem.value = ''
  void look()
}, { immediate: true })
watch(() => [said.hours, said.at, said.isChanged, said.wasHours], () => { asked.value = '' })
</script>

<template>
  <AskDialog
    v-model="open"
    :title="`Running hours of ${tag}`"
    :width="600"
    :act="session.may('hours:write') ? asked ? 'It is true all the same' : 'Write it down' : undefined"
    :ready="isReady"
    :busy="busy"
    @act="submit"
  >
    <div
      v-if="session.may('hours:write')"
      class="form-grid"
    >
      <label>The meter shows<el-input
        v-model="said.hours"
        class="mono"
        inputmode="decimal"
        autocomplete="off"
        data-focus
      ><template #append>h</template></el-input></label>
      <div class="field">
        <span>Read</span><el-date-picker
          v-model="said.at"
          type="datetime"
          format="YYYY-MM-DD HH:mm"
          :clearable="false"
          aria-label="Read"
        />
      </div>
      <el-checkbox
        v-model="said.isChanged"
        class="wide"
      >
        The meter was changed then
      </el-checkbox>
      <label
        v-if="said.isChanged"
        class="wide"
      >The old one ended at<el-input
        v-model="said.wasHours"
        class="mono"
        inputmode="decimal"
        autocomplete="off"
      ><template #append>h</template></el-input></label>
      <AskedHours
        v-if="asked"
        v-model="said.because"
        :asked="asked"
      />
    </div>
    <RefusalNote :text="problem" />
    <el-table
      :data="rows.slice(0, MOST_SHOWN)"
      row-key="id"
      :aria-label="`What the meters of ${tag} have shown`"
      empty-text="What its meter has shown stands here, once somebody has read it: above."
      class="shown"
    >
      <el-table-column
        label="Read"
        min-width="140"
      >
        <template #default="{ row }">
          {{ moment((row as HoursRow).at) }}
        </template>
      </el-table-column>
      <el-table-column
        label="Meter"
        align="right"
        width="110"
      >
        <template #default="{ row }">
          <span class="mono">{{ (row as HoursRow).hours }}</span>
        </template>
      </el-table-column>
      <el-table-column
        label="Machine"
        align="right"
        width="110"
      >
        <template #default="{ row }">
          <span class="mono">{{ Math.round((row as HoursRow).machineHours) }} h</span>
        </template>
      </el-table-column>
      <el-table-column
        label="By"
        min-width="110"
      >
        <template #default="{ row }">
          {{ (row as HoursRow).by ?? (row as HoursRow).source }}<small v-if="(row as HoursRow).wasHours !== null">, meter changed</small>
        </template>
      </el-table-column>
      <el-table-column
        v-if="session.may('hours:write')"
        width="110"
        align="right"
      >
        <template #default="{ row }">
          <el-popconfirm
            title="Take this reading of the meter back?"
            confirm-button-text="Take it back"
            cancel-button-text="Leave it"
            width="240"
            @confirm="takeBack((row as HoursRow).id)"
          >
            <template #reference>
              <el-button
                text
                :aria-label="`Take back the reading of ${moment((row as HoursRow).at)}`"
              >
                Take back
              </el-button>
            </template>
          </el-popconfirm>
        </template>
      </el-table-column>
    </el-table>
  </AskDialog>
</template>
