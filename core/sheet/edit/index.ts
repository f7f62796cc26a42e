export { applyEdits, inverseOf, isRequired, isWhole, ORDER, schemaOf, type Clash, type Edit } from './edit'
export { editsBetween } from './edits-between'
export { editsToRemove, namedBy, type Naming } from './named-by'
export { keyedPlace, placeOfPointer, pointerOf, type Place } from './place'
