export { emptyOf, type FieldSchema } from './editor/fields/field-kinds'
export { default as GroupField } from './editor/fields/GroupField.vue'
