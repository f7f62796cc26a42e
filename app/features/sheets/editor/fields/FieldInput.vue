<script setup lang="ts">
import { computed } from 'vue'
import { fieldQuantity, fieldWord, kindAt, type Attachment, type Place } from '#core'
import AttachmentsField from './AttachmentsField.vue'
import ConditionField from './ConditionField.vue'
import { choicesOf, emptyOf, fieldKind, WRITTEN, type FieldSchema } from './field-kinds'
import GroupField from './GroupField.vue'
import JsonField from './JsonField.vue'
import ListField from './ListField.vue'
import QuantityField from './QuantityField.vue'
import { useDraftIfOpen } from '../use-draft'

/** One field of a thing, as its schema says it is filled in. `measures`: the quantity that the thing says it measures. */
const { schema, list, path, measures, required = false } = defineProps<{
  schema: FieldSchema, list: Place['list'], path: string, measures?: unknown, required?: boolean
}>()
const value = defineModel<unknown>()
/** What stands in it while it is written. */
const emit = defineEmits<{ typed: [value: unknown] }>()
const desk = useDraftIfOpen()

const field = computed(() => path.split('/').findLast(name => name !== '*')!)
const label = computed(() => fieldWord(field.value))
const refersTo = computed(() => list === 'sheet' ? undefined : kindAt(list, path))
const itemRefersTo = computed(() => list === 'sheet' ? undefined : kindAt(list, `${path}/*`))
const kind = computed(() => fieldKind(schema, refersTo.value, itemRefersTo.value))
const quantity = computed(() => fieldQuantity(path, { quantity: measures }))
/** What is picked from: the words of a closed list, or the things that it may name. */
type Picks = { value: string, label: string }[] | undefined
// It stays the same while something else is written: a long list is not drawn anew.
const picks = computed<Picks>((was?: Picks) => {
  const now = pickedFrom()
  return JSON.stringify(now) === JSON.stringify(was) ? was : now
})
function pickedFrom(): Picks {
  const words = kind.value === 'choice' ? schema.anyOf : kind.value === 'choices' ? schema.items!.anyOf : undefined
  if (words) return words.map(({ const: word }) => ({ value: word!, label: word! }))
  const named = refersTo.value ?? itemRefersTo.value
  return named && (kind.value === 'reference' || kind.value === 'references') ? choicesOf(desk!.document.value!, named) : undefined
}
const writes = computed(() => WRITTEN[kind.value])
/* What the value is, once its kind is known. */
const asCondition = computed(() => value.value as Record<string, string[]> | undefined)
const asNumber = computed(() => value.value as number | undefined)
const asList = computed(() => value.value as object[] | undefined)
const asAttachments = computed(() => value.value as Attachment[] | undefined)
const asGroup = computed(() => value.value as object | undefined)
const written = computed(() => Array.isArray(value.value) ? value.value.join(kind.value === 'lines' ? '\n' : '  ') : (value.value ?? '') as string)
const isMany = computed(() => kind.value === 'references' || kind.value === 'choices')
const asKeys = computed(() => (value.value ?? (isMany.value ? [] : undefined)) as string)
const sayKeys = (said: unknown) => {
  const none = required && isMany.value ? [] : undefined
  value.value = (said as string | string[] | undefined)?.length ? said : none
}
/** Of a layout or the like: which shape it is, by its word. */
const shapes = computed(() => schema.anyOf ?? [])
const wordOf = (shape: FieldSchema) => shape.properties?.kind?.const ?? ''
const shape = computed(() => shapes.value.find(one => wordOf(one) === (value.value as { kind?: string } | undefined)?.kind))
</script>

<template>
  <el-select
    v-if="picks"
    :model-value="asKeys"
    :multiple="isMany"
    clearable
    filterable
    :persistent="false"
    :aria-label="label"
    @update:model-value="sayKeys"
  >
    <el-option
      v-for="one in picks"
      :key="one.value"
      :value="one.value"
      :label="one.label"
    />
  </el-select>
  <el-switch
    v-else-if="kind === 'yes'"
    :model-value="value === true"
    :aria-label="label"
    @update:model-value="value = $event ? true : undefined"
  />
  <QuantityField
    v-else-if="kind === 'number'"
    :model-value="asNumber"
    :quantity="quantity"
    :minutes="field === 'minutes'"
    :label="label"
    @update:model-value="value = $event"
    @typed="emit('typed', $event)"
  />
  <el-input
    v-else-if="writes"
    :model-value="written"
    :type="kind === 'text' || kind === 'lines' ? 'textarea' : 'text'"
    :class="kind === 'numbers' ? 'mono' : 'grows'"
    :maxlength="schema.maxLength"
    :placeholder="kind === 'lines' ? 'one a line' : ''"
    :aria-label="label"
    :model-modifiers="{ lazy: true }"
    @input="emit('typed', writes(String($event)))"
    @change="value = writes(String($event))"
  />
  <ConditionField
    v-else-if="kind === 'condition'"
    :model-value="asCondition"
    :of="field === 'ways' ? 'choices' : 'options'"
    @update:model-value="value = $event"
  />
  <AttachmentsField
    v-else-if="kind === 'attachments'"
    :model-value="asAttachments"
    :most="schema.maxItems"
    @update:model-value="value = $event"
  />
  <ListField
    v-else-if="kind === 'list'"
    :model-value="asList"
    :schema="schema.items!"
    :list="list"
    :path="`${path}/*`"
    :measures="measures"
    :most="schema.maxItems"
    @update:model-value="value = $event"
    @typed="emit('typed', $event)"
  />
  <div
    v-else-if="kind === 'shapes'"
    class="shapes"
  >
    <el-select
      :model-value="wordOf(shape ?? {})"
      clearable
      :aria-label="label"
      @update:model-value="value = $event ? emptyOf(shapes.find(one => wordOf(one) === $event)!) : undefined"
    >
      <el-option
        v-for="one in shapes"
        :key="wordOf(one)"
        :value="wordOf(one)"
        :label="wordOf(one)"
      />
    </el-select>
    <GroupField
      v-if="shape"
      :model-value="asGroup"
      :schema="shape"
      :list="list"
      :path="path"
      :measures="measures"
      @update:model-value="value = $event"
      @typed="emit('typed', $event)"
    />
  </div>
  <GroupField
    v-else-if="kind === 'group'"
    :model-value="asGroup"
    :schema="schema"
    :list="list"
    :path="path"
    :measures="measures"
    :removable="!required"
    @update:model-value="value = $event"
    @typed="emit('typed', $event)"
  />
  <JsonField
    v-else
    v-model="value"
    :label="label"
    @typed="emit('typed', $event)"
  />
</template>

<style scoped>
.shapes { display: grid; gap: 8px; }
</style>
